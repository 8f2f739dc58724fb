package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Runs a main class in a process without root's rights; directly where the test has none. */
final class OtherUser {
    private static final String NOBODY = "65534";

    private OtherUser() {}

    /** Its lines of output. */
    static List<String> run(Class<?> main, String... arguments)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>();
        if ("root".equals(System.getProperty("user.name"))) {
            command.addAll(List.of("setpriv", "--reuid=" + NOBODY, "--clear-groups"));
        }
        Path classes = readableCopyOfClasses();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(List.of("-cp", classes.toString(), main.getName()));
        command.addAll(List.of(arguments));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String output = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(output).isZero();
        return output.lines().toList();
    }

    /** The checkout may lie where another user can not look. */
    private static Path readableCopyOfClasses() throws IOException {
        Path copy = Files.createTempDirectory("classes");
        Files.setPosixFilePermissions(copy, PosixFilePermissions.fromString("rwxr-xr-x"));
        copy.toFile().deleteOnExit();
        String classPath = System.getProperty("java.class.path");
        for (String entry : classPath.split(File.pathSeparator)) {
            Path source = Path.of(entry);
            if (Files.isDirectory(source)) {
                copyAll(source, copy);
            }
        }
        return copy;
    }

    private static void copyAll(Path from, Path to) throws IOException {
        try (Stream<Path> all = Files.walk(from)) {
            for (Path path : (Iterable<Path>) all::iterator) {
                Path target = to.resolve(from.relativize(path).toString());
                if (Files.isDirectory(path)) {
                    Files.createDirectories(target);
                } else {
                    Files.copy(path, target, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
                }
            }
        }
    }
}
