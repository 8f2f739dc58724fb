package app.lacuna.bench;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.compression.Level;
import app.lacuna.edit.PendingChanges;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.Extractor;
import app.lacuna.forecast.Forecaster;
import app.lacuna.job.Archives;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathGlob;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * What must take time in proportion to what there is: each is done with some of it and with ten
 * times as much.
 */
final class Growth {
    private static final int TIMES = 10;
    private static final int RUNS = 3;

    private final Path folder;
    private int made;

    Growth(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder.resolve("growth"));
    }

    /**
     * @param seconds with {@code some} of it
     * @param secondsForMore with ten times as much
     */
    record Result(String title, long some, double seconds, double secondsForMore) {}

    /** Makes ready what is measured. */
    @FunctionalInterface
    private interface Maker {
        Stopwatch.Work of(int count) throws IOException;
    }

    List<Result> run() throws IOException {
        List<Result> results = new ArrayList<>();
        results.add(measure("choosing files of one name, each a root", 2_000, this::roots));
        results.add(measure("listing an archive, entries", 20_000, this::listing));
        results.add(measure("extracting beside each other, equal names", 800, this::equalNames));
        results.add(measure("putting as many files into a draft", 4_000, this::draft));
        results.add(measure("a pattern of many stars, letters of the name", 3_000, this::stars));
        results.add(measure("a pattern of many folders, levels", 1_500, this::levels));
        results.add(measure("the forecast of one file, GB", 800, this::forecast));
        return results;
    }

    private Result measure(String title, int some, Maker maker) throws IOException {
        System.err.println("measuring growth: " + title);
        maker.of(some).run(); // the first run is slower for other reasons
        Stopwatch few = new Stopwatch();
        Stopwatch many = new Stopwatch();
        for (int run = 0; run < RUNS; run++) {
            few.time(maker.of(some));
            many.time(maker.of(some * TIMES));
        }
        return new Result(title, some, few.median(), many.median());
    }

    private Stopwatch.Work roots(int count) throws IOException {
        List<Path> roots = new ArrayList<>();
        Path base = folder.resolve("roots");
        for (int i = 0; i < count; i++) {
            Path place = base.resolve(String.valueOf(i));
            if (!Files.exists(place)) {
                Files.createDirectories(place);
                Files.writeString(place.resolve("notes.txt"), "x");
            }
            roots.add(place.resolve("notes.txt"));
        }
        return () -> new SelectionScanner(CancelToken.never()).scan(roots);
    }

    /** An archive of empty entries; all of one name, or each with its own. */
    private Path archive(int count, boolean oneName) throws IOException {
        Path archive = folder.resolve(count + "-" + oneName + ".zip");
        if (Files.exists(archive)) {
            return archive;
        }
        Path empty = folder.resolve("empty");
        if (!Files.exists(empty)) {
            Files.createFile(empty);
        }
        List<FileItem> items = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            items.add(item(empty, oneName ? "notes.txt" : "f" + i, 0));
        }
        PackRequest request =
                new PackRequest(
                        new FileSelection(items, List.of(), List.of(), List.of()),
                        archive,
                        PackOptions.STANDARD.withProtection(Protection.NONE).withLevel(Level.STORE),
                        Existing.REPLACE,
                        PackRequest.AfterPacking.TRUST);
        new PackJob(request, Optional.empty(), ProgressListener.none(), CancelToken.never()).run();
        return archive;
    }

    private static FileItem item(Path source, String path, long size) {
        return new FileItem(source, path, ItemKind.FILE, size, Instant.EPOCH, 0644);
    }

    private Stopwatch.Work listing(int count) throws IOException {
        Path archive = archive(count, false);
        return () -> {
            try (ArchiveReader reader = Archives.open(archive)) {
                if (reader.outside().entries().size() != count) {
                    throw new IOException("not all is listed");
                }
            }
        };
    }

    private Stopwatch.Work equalNames(int count) throws IOException {
        Path archive = archive(count, true);
        Path target = folder.resolve("out-" + made++);
        return () -> {
            try (ArchiveReader reader = Archives.open(archive);
                    OpenedArchive opened = reader.open()) {
                new Extractor(
                                opened,
                                ExtractOptions.of(target, ConflictRule.KEEP_BOTH),
                                ProgressListener.none(),
                                CancelToken.never())
                        .extract(opened.listing().entries());
            }
        };
    }

    private Stopwatch.Work draft(int count) {
        List<ArchiveEntry> entries = new ArrayList<>();
        List<FileItem> items = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            entries.add(
                    new ArchiveEntry(
                            i,
                            "dig/" + i,
                            ItemKind.FILE,
                            1,
                            1,
                            Instant.EPOCH,
                            0644,
                            Protection.AES_256,
                            "stored",
                            OptionalInt.empty()));
            items.add(item(Path.of("f" + i), "dig/" + (i * 2), 1));
        }
        return () -> {
            PendingChanges changes = new PendingChanges(entries);
            changes.put(items);
            if (changes.plan().added().size() != count) {
                throw new IOException("not all was put in");
            }
        };
    }

    private Stopwatch.Work stars(int letters) {
        String name = "a".repeat(letters);
        PathGlob glob = new PathGlob("*a*a*a*a*a*b");
        return () -> matchOften(glob, name);
    }

    private Stopwatch.Work levels(int count) {
        String path = "a/".repeat(count) + "c";
        PathGlob glob = new PathGlob("**/**/**/b");
        return () -> matchOften(glob, path);
    }

    private static void matchOften(PathGlob glob, String path) throws IOException {
        for (int i = 0; i < 20; i++) {
            if (glob.matches(path)) {
                throw new IOException("matches what it does not");
            }
        }
    }

    /** Nearly all of it is a hole. */
    private Stopwatch.Work forecast(int gigabytes) throws IOException {
        Path file = folder.resolve("film-" + gigabytes);
        long size = gigabytes * 1_000_000_000L;
        try (RandomAccessFile sparse = new RandomAccessFile(file.toFile(), "rw")) {
            sparse.setLength(size);
        }
        FileSelection one =
                new FileSelection(
                        List.of(item(file, "film", size)), List.of(), List.of(), List.of());
        return () ->
                new Forecaster(one, PackOptions.STANDARD)
                        .look(Duration.ofMillis(200), CancelToken.never());
    }

    void clear() throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
