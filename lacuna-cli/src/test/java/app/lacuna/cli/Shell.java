package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/**
 * Runs command lines in which LACUNA stands for the program, each in a process of its own. State
 * and trash are in the folder of the test.
 */
final class Shell {
    private final Path folder;
    private final String lacuna;

    Shell(Path folder) {
        this.folder = folder;
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        String path =
                System.getProperty(
                        "surefire.test.class.path", System.getProperty("java.class.path"));
        lacuna =
                quoted(java)
                        + " -XX:TieredStopAtLevel=1 -XX:+UseSerialGC -cp "
                        + quoted(path)
                        + " app.lacuna.cli.Main";
    }

    private static String quoted(String text) {
        return "'" + text.replace("'", "'\\''") + "'";
    }

    Run run(String command) throws Exception {
        File out = folder.resolve("out.txt").toFile();
        File err = folder.resolve("err.txt").toFile();
        ProcessBuilder builder =
                new ProcessBuilder("sh", "-c", command.replace("LACUNA", lacuna))
                        .directory(folder.toFile())
                        .redirectOutput(out)
                        .redirectError(err);
        builder.environment().put("HOME", folder.resolve("home").toString());
        builder.environment().put("XDG_STATE_HOME", folder.resolve("state").toString());
        builder.environment().put("XDG_DATA_HOME", folder.resolve("data").toString());
        builder.environment().put("LC_ALL", "C.UTF-8");
        Process process = builder.start();
        boolean ended = process.waitFor(60, TimeUnit.SECONDS);
        if (!ended) {
            process.descendants().forEach(ProcessHandle::destroyForcibly);
            process.destroyForcibly();
        }
        assertThat(ended).as("it does not wait for ever").isTrue();
        return new Run(process.exitValue(), text(out), text(err));
    }

    private static String text(File file) throws IOException {
        return new String(Files.readAllBytes(file.toPath()), StandardCharsets.ISO_8859_1);
    }
}
