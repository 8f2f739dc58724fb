package app.lacuna.cli;

import app.lacuna.generations.Generation;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;

/** What several commands of rounds say. */
final class RoundText {
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss").withZone(ZoneId.systemDefault());

    private RoundText() {}

    static String time(Instant time) {
        return TIME.format(time);
    }

    static String line(Generation generation) throws IOException {
        boolean there = Files.isRegularFile(generation.file());
        return Words.text(
                there ? "round.generation." + generation.kind() : "round.generation.missing",
                generation.id(),
                time(generation.time()),
                there ? Words.size(Files.size(generation.file())) : "",
                PrintableName.of(generation.file().getFileName().toString()));
    }
}
