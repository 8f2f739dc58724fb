package app.lacuna.demo.window;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** What the demo story leaves readable. */
final class DemoEnds {
    private static final String SURVEY = ".csv";

    private DemoEnds() {}

    /** The tables. */
    static List<ArchiveEntry> entries(Listing listing) {
        return listing.entries().stream().filter(entry -> entry.name().endsWith(SURVEY)).toList();
    }

    /** What an earlier run has taken out. */
    static void clear(Path folder) {
        if (!Files.exists(folder)) {
            return;
        }
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Somebody has gone on working in one of the files. */
    static void changeOne(Path folder) {
        try (Stream<Path> files = Files.walk(folder)) {
            Path first =
                    files.filter(file -> file.toString().endsWith(SURVEY))
                            .sorted()
                            .findFirst()
                            .orElseThrow();
            Files.writeString(first, "C-311;4.07\n", StandardOpenOption.APPEND);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** As if it had been some days ago. */
    static void makeOlder() {
        int days = 3;
        for (LooseEnd end : Ends.all()) {
            if (end.kind() == LooseEnd.Kind.EXTRACTED) {
                Instant then = Instant.now().minus(Duration.ofDays(days));
                change(
                        new LooseEnd(
                                end.id(),
                                end.kind(),
                                end.archive(),
                                end.fingerprint(),
                                then,
                                end.proved(),
                                end.volumes(),
                                end.wanted(),
                                end.files()));
                days += 9;
            }
        }
    }

    private static void change(LooseEnd older) {
        try {
            Ends.change(older.id(), same -> older);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
