package app.lacuna.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * Whole commands, each a process of its own, with classes that were read before and without. In
 * each round every command runs once, so that a slow minute is slow for all.
 */
final class Commands {
    private static final int RUNS = 7;

    private final Path folder;

    Commands(Path folder) {
        this.folder = folder;
    }

    /**
     * @param shared seconds with an archive of classes
     * @param alone seconds without it
     */
    record Result(String title, double shared, double alone) {}

    /** A command, and what is measured of it. */
    private record Line(String title, List<String> words, Stopwatch shared, Stopwatch alone) {
        Line(String title, String... words) {
            this(title, List.of(words), new Stopwatch(), new Stopwatch());
        }
    }

    List<Result> run() throws IOException {
        System.err.println("measuring: commands");
        Path hundred = hundred();
        Path one = hundred.resolve("note-0.txt");
        Path password = Files.writeString(folder.resolve("password"), LacunaTool.PASSWORD);
        Path packed = folder.resolve("command.zip");
        Path listed = folder.resolve("listed.zip");
        List<String> from = List.of("--password-from", "file:" + password);
        List<Line> lines =
                List.of(
                        new Line("`--version`", "--version"),
                        new Line("list a small archive", with(from, "list", listed)),
                        new Line(
                                "pack one file of a few KB and prove it",
                                with(from, "pack", one, "-o", packed)),
                        new Line(
                                "pack 100 files of 1 to 20 KB and prove them",
                                with(from, "pack", hundred, "-o", packed)));
        command(true, List.of(with(from, "pack", one, "-o", listed)));
        for (int run = 0; run < RUNS; run++) {
            for (Line line : lines) {
                line.shared().time(() -> command(true, line.words()));
                Files.deleteIfExists(packed);
                line.alone().time(() -> command(false, line.words()));
                Files.deleteIfExists(packed);
            }
        }
        return lines.stream()
                .map(
                        line ->
                                new Result(
                                        line.title(),
                                        line.shared().median(),
                                        line.alone().median()))
                .toList();
    }

    private static String[] with(List<String> more, Object... words) {
        return Stream.concat(Stream.of(words).map(String::valueOf), more.stream())
                .toArray(String[]::new);
    }

    private Path hundred() throws IOException {
        Path hundred = Files.createDirectories(folder.resolve("hundred"));
        try (Stream<Path> notes = Files.list(Corpus.SMALL.in(folder).resolve("part-0"))) {
            for (Path note : notes.sorted().limit(99).toList()) {
                Files.copy(note, hundred.resolve(note.getFileName()));
            }
        }
        Files.writeString(hundred.resolve("note-0.txt"), "high water at noon\n".repeat(200));
        return hundred;
    }

    private void command(boolean shared, List<String> words) throws IOException {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin/java").toString());
        for (String option :
                System.getProperty(shared ? "lacuna.cli.shared" : "lacuna.cli.alone").split(" ")) {
            command.add(option);
        }
        command.addAll(
                List.of(
                        "-Dlacuna.state=" + folder.resolve("state"),
                        "-jar",
                        System.getProperty("lacuna.cli.jar")));
        command.addAll(words);
        Process process =
                new ProcessBuilder(command)
                        .redirectErrorStream(true)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .start();
        try {
            if (process.waitFor() != 0) {
                throw new IOException("the command failed: " + words);
            }
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }
}
