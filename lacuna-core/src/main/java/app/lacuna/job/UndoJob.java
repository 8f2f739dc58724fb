package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.InPlaceWriter;
import app.lacuna.extract.Promise;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.generations.RestoreLog;
import app.lacuna.selection.ItemKind;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Undoes a restore: what it replaced or deleted comes back, what it wrote is deleted. An item that
 * was edited since stays as it is.
 */
public final class UndoJob {
    private final GenerationStore store;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * What was done.
     *
     * @param back what has come back
     * @param removed how many items were deleted
     * @param edited paths of items that differ from what the restore wrote: they stay as they are
     */
    public record Result(ExtractReport back, int removed, List<String> edited) {
        public Result {
            edited = List.copyOf(edited);
        }
    }

    /**
     * @param password the caller closes it
     */
    public UndoJob(
            GenerationStore store, Secret password, ProgressListener listener, CancelToken cancel) {
        this.store = store;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** The archives of restores that can be undone, the latest restore first. */
    public static List<Path> possible(GenerationStore store) throws IOException {
        return store.restores().undoable();
    }

    public Result run(Path before) throws IOException {
        try (Closeable lock = store.lock();
                ArchiveReader reader = Archives.open(before, Limits.NONE, Nested.AS_A_FILE);
                OpenedArchive archive = reader.open(Optional.of(password), listener, cancel)) {
            assert lock != null;
            archive.check(listener, cancel);
            Manifest record = OpenGenerations.manifest(archive, store.round(), RestoreLog.BEFORE);
            Result result = new Undoing(record, archive).run();
            if (result.back().stopped().isEmpty()) {
                store.restores().undone(before);
            }
            return result;
        }
    }

    /** One restore, as its record tells it. */
    private final class Undoing {
        private final Manifest record;
        private final OpenedArchive archive;
        private final Map<String, ManifestLine> written = new HashMap<>();
        private final Map<String, ManifestLine> replaced = new HashMap<>();
        private final Map<String, ArchiveEntry> entries = new HashMap<>();
        private final Set<String> edited = new TreeSet<>();

        Undoing(Manifest record, OpenedArchive archive) {
            this.record = record;
            this.archive = archive;
            archive.listing().entries().forEach(entry -> entries.put(entry.path(), entry));
            for (ManifestLine line : record.lines()) {
                (RestoreRecord.isReplaced(line) ? replaced : written).put(key(line), line);
            }
            boolean older = replaced.isEmpty() && entries.size() > 1;
            if (older) {
                entries.values().stream()
                        .filter(entry -> !entry.path().equals(Manifest.PATH))
                        .forEach(entry -> replaced.put(entry.path(), line(entry)));
            }
        }

        private static String key(ManifestLine line) {
            return line.disk().isEmpty() ? line.path() : line.path() + '\0' + line.disk();
        }

        Result run() throws IOException {
            List<InPlaceWriter.Removal> removals = removals();
            int removed = InPlaceWriter.delete(removals, cancel).size();
            List<InPlaceWriter.Step> steps = steps();
            InPlaceWriter.Report report = new InPlaceWriter(archive, listener, cancel).write(steps);
            restoreTimes(report);
            findEdited(report);
            return new Result(
                    new ExtractReport(
                            store.folder(),
                            report.entries(),
                            List.of(),
                            List.of(),
                            report.withoutAttributes(),
                            report.stopped()),
                    removed,
                    List.copyOf(edited));
        }

        /** What the restore wrote where nothing was. */
        private List<InPlaceWriter.Removal> removals() {
            List<InPlaceWriter.Removal> removals = new ArrayList<>();
            written.forEach(
                    (key, line) -> {
                        boolean took =
                                replaced.containsKey(key)
                                        || line.changed().equals(RestoreRecord.REPLACED);
                        Optional<Path> place = record.place(line);
                        if (!took && place.isPresent()) {
                            removals.add(new InPlaceWriter.Removal(place.get(), promise(line)));
                        }
                    });
            return removals;
        }

        private static Promise promise(ManifestLine line) {
            return Promise.of(line.kind(), line.digest());
        }

        private List<InPlaceWriter.Step> steps() {
            List<InPlaceWriter.Step> steps = new ArrayList<>();
            replaced.forEach(
                    (key, line) -> {
                        ManifestLine now = written.get(key);
                        Optional<Path> place = record.place(line);
                        ArchiveEntry entry = entries.get(line.held());
                        if (place.isEmpty() || entry == null) {
                            return;
                        }
                        Promise promise = now == null ? absent(line) : promise(now);
                        Path root = record.scope().rootOf(line.path()).orElseThrow().place();
                        steps.add(new InPlaceWriter.Step(entry, root, place.get(), promise));
                    });
            return steps;
        }

        private static Promise absent(ManifestLine line) {
            return line.kind() == ItemKind.FOLDER ? promise(line) : Promise.ABSENT;
        }

        private void restoreTimes(InPlaceWriter.Report report) {
            FolderTimes times = new FolderTimes();
            Map<Path, Instant> before = new HashMap<>();
            for (ExtractedEntry each : report.entries()) {
                if (each.entry().kind() == ItemKind.FOLDER && each.target().isPresent()) {
                    before.put(each.target().get(), each.entry().modified());
                    times.all().add(each.target().get());
                }
            }
            times.restore(before);
        }

        /** What an earlier attempt has brought back already is not edited. */
        private void findEdited(InPlaceWriter.Report report) {
            Set<Integer> skipped = new HashSet<>();
            for (ExtractedEntry each : report.entries()) {
                if (each.result() == ExtractedEntry.Result.SKIPPED) {
                    skipped.add(each.entry().index());
                }
            }
            for (ManifestLine line : replaced.values()) {
                ArchiveEntry entry = entries.get(line.held());
                boolean left = entry != null && skipped.contains(entry.index());
                if (left && !promise(line).isKept(record.place(line).orElseThrow(), cancel)) {
                    edited.add(line.path());
                }
            }
            written.forEach(
                    (key, line) -> {
                        boolean took =
                                replaced.containsKey(key)
                                        || line.changed().equals(RestoreRecord.REPLACED);
                        boolean leaf = line.kind() != ItemKind.FOLDER;
                        Optional<Path> place = record.place(line);
                        if (!took && leaf && place.isPresent()) {
                            if (!Promise.ABSENT.isKept(place.get(), cancel)) {
                                edited.add(line.path());
                            }
                        }
                    });
        }

        /** The record of version 1 has no lines of what was replaced. */
        private ManifestLine line(ArchiveEntry entry) {
            return new ManifestLine(
                    entry.path(),
                    entry.kind(),
                    entry.size(),
                    entry.modified(),
                    entry.permissions(),
                    "",
                    RestoreLog.BEFORE,
                    entry.path(),
                    "",
                    "",
                    "",
                    false,
                    "",
                    true);
        }
    }
}
