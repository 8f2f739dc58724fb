package app.lacuna.interop;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;

/** Starts readers and writers that are not written in Java; {@code scripts/test} installs them. */
public final class Outside {
    private static Optional<Path> npmFolder = Optional.empty();

    private Outside() {}

    /** Standard output of a script of ours; anything but a good end is a failure. */
    public static String run(
            Path folder, String input, String program, String script, Object... more)
            throws IOException {
        Path copy = folder.resolve(script);
        try (InputStream in = Outside.class.getResourceAsStream(script)) {
            Files.write(copy, in.readAllBytes());
        }
        List<String> command = new ArrayList<>(List.of(program, copy.toString()));
        for (Object argument : more) {
            command.add(argument.toString());
        }
        return run(npmFolder(), input, command);
    }

    public static String run(Path folder, String input, List<String> command) throws IOException {
        Path out = Files.createTempFile("outside", ".out");
        Path err = Files.createTempFile("outside", ".err");
        ProcessBuilder builder =
                new ProcessBuilder(command)
                        .directory(folder.toFile())
                        .redirectOutput(out.toFile())
                        .redirectError(err.toFile());
        builder.environment().put("LC_ALL", "C.UTF-8");
        Process process = builder.start();
        try (var stdin = process.getOutputStream()) {
            stdin.write((input + "\n").getBytes(StandardCharsets.UTF_8));
        } catch (IOException e) {
            // it did not want to read; what it says is in its output
        }
        try {
            if (!process.waitFor(4, TimeUnit.MINUTES) || process.exitValue() != 0) {
                process.destroyForcibly();
                throw new IOException(command.get(0) + ": " + Files.readString(err));
            }
            return Files.readString(out);
        } catch (InterruptedException e) {
            throw new IOException(e);
        } finally {
            Files.deleteIfExists(out);
            Files.deleteIfExists(err);
        }
    }

    /** Lines of name, size and digest, by name. */
    static Map<String, String> byName(String lines) {
        Map<String, String> files = new TreeMap<>();
        for (String line : lines.lines().toList()) {
            int tab = line.indexOf('\t');
            files.put(line.substring(0, tab), line.substring(tab + 1));
        }
        return files;
    }

    /** Where programs for Node find their packages. */
    public static Path packages() throws IOException {
        return npmFolder();
    }

    /** The code words of the letters as a package knows them, with commas. */
    public static String codeWords() throws IOException {
        String script =
                "console.log(require('nato-phonetic-alphabet').codewords.lowercase.join(','))";
        return run(npmFolder(), "", List.of("node", "-e", script));
    }

    /** Where the npm packages are; usually {@code scripts/test} has fetched them. */
    private static synchronized Path npmFolder() throws IOException {
        if (npmFolder.isEmpty()) {
            Path script = Path.of("../scripts/fetch-npm").toRealPath();
            Path here = Path.of("").toAbsolutePath();
            npmFolder = Optional.of(Path.of(run(here, "", List.of(script.toString())).strip()));
        }
        return npmFolder.get();
    }
}
