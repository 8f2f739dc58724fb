package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.base.Sha256;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.Extractor;
import app.lacuna.failure.GenerationMissing;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.generations.MomentArchive;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Takes a putting back back: what it had replaced comes back, what it had made goes. */
public final class UndoJob {
    private final GenerationStore store;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * What was done.
     *
     * @param back what has come back
     * @param removed what has gone
     * @param edited paths of what somebody has written to since: it stays as it is
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

    /** What can be undone, the latest first. */
    public static List<Path> possible(GenerationStore store) throws IOException {
        String mark = "-" + PutBackJob.BEFORE + ".";
        try (Stream<Path> files = Files.list(store.folder())) {
            return files.filter(file -> file.getFileName().toString().contains(mark))
                    .sorted(Comparator.reverseOrder())
                    .toList();
        }
    }

    public Result run(Path before) throws IOException {
        try (Closeable lock = store.lock();
                ArchiveReader reader = Archives.open(before, Limits.NONE, Nested.AS_A_FILE);
                OpenedArchive archive = reader.open(Optional.of(password), listener, cancel)) {
            assert lock != null;
            archive.check(listener, cancel);
            Manifest made = OpenGenerations.manifest(archive, store.round(), PutBackJob.BEFORE);
            int removed = PutBackJob.remove(there(made)).size();
            Set<String> edited = edited(made);
            ExtractReport back = extract(archive, made, edited);
            restoreTimes(back);
            return new Result(back, removed, List.copyOf(edited));
        }
    }

    private static void restoreTimes(ExtractReport back) {
        FolderTimes times = new FolderTimes();
        Map<Path, Instant> before = new HashMap<>();
        for (ExtractedEntry each : back.entries()) {
            if (each.entry().kind() == ItemKind.FOLDER && each.target().isPresent()) {
                before.put(each.target().get(), each.entry().modified());
                times.all().add(each.target().get());
            }
        }
        times.restore(before);
    }

    /** What was put back where nothing was, as long as it is still that. */
    private static List<FileItem> there(Manifest made) {
        return items(made, false);
    }

    /** Replaced files that are not what was put in their place any more. */
    private Set<String> edited(Manifest made) {
        Map<String, String> digests = new HashMap<>();
        made.lines().forEach(line -> digests.put(line.path(), line.digest()));
        Set<String> edited = new TreeSet<>();
        for (FileItem item : items(made, true)) {
            boolean there = Files.exists(item.source(), LinkOption.NOFOLLOW_LINKS);
            if (item.kind() == ItemKind.FILE && there && !hasDigest(item, digests)) {
                edited.add(item.path());
            }
        }
        return edited;
    }

    private boolean hasDigest(FileItem item, Map<String, String> digests) {
        try (InputStream in = ItemContents.open(item)) {
            return Sha256.of(in, cancel).equals(digests.get(item.path()));
        } catch (IOException e) {
            return false; // a folder, or nothing that can be read: it stays
        }
    }

    private static List<FileItem> items(Manifest made, boolean replaced) {
        List<FileItem> items = new ArrayList<>();
        for (ManifestLine line : made.lines()) {
            if (line.changed().equals(PutBackJob.REPLACED) != replaced) {
                continue;
            }
            for (Manifest.Root root : made.roots()) {
                boolean own = line.path().equals(root.name());
                if (own || line.path().startsWith(root.name() + "/")) {
                    Path place =
                            own
                                    ? Path.of(root.place())
                                    : Path.of(
                                            root.place(),
                                            line.path().substring(root.name().length() + 1));
                    items.add(
                            new FileItem(
                                    place,
                                    line.path(),
                                    line.kind(),
                                    line.size(),
                                    line.modified(),
                                    line.mode()));
                }
            }
        }
        return items;
    }

    private ExtractReport extract(OpenedArchive archive, Manifest made, Set<String> edited)
            throws IOException {
        if (made.roots().isEmpty()) {
            throw new GenerationMissing(PutBackJob.BEFORE, "");
        }
        List<ExtractReport> reports = new ArrayList<>();
        for (Manifest.Root root : made.roots()) {
            MomentArchive view =
                    new MomentArchive(
                            archive.listing().archive(),
                            listed(archive, made, edited).under(root),
                            Map.of(PutBackJob.BEFORE, archive),
                            () -> {});
            ExtractOptions options =
                    ExtractOptions.of(Path.of(root.place()).getParent(), ConflictRule.OVERWRITE)
                            .with(ExtractOptions.Meaning.PUT_BACK);
            reports.add(
                    new Extractor(view, options, listener, cancel)
                            .extract(view.listing().entries()));
        }
        return reports.size() == 1 ? reports.get(0) : joined(reports);
    }

    /** What is in the archive, as lines. */
    private static Manifest listed(OpenedArchive archive, Manifest made, Set<String> edited) {
        List<ManifestLine> lines = new ArrayList<>();
        for (ArchiveEntry entry : archive.listing().entries()) {
            if (edited.contains(entry.path())) {
                continue;
            }
            lines.add(
                    new ManifestLine(
                            entry.path(),
                            entry.kind(),
                            entry.size(),
                            entry.modified(),
                            entry.permissions(),
                            "",
                            PutBackJob.BEFORE,
                            entry.path(),
                            "",
                            "",
                            "",
                            false));
        }
        return new Manifest(made.round(), PutBackJob.BEFORE, made.roots(), lines);
    }

    private static ExtractReport joined(List<ExtractReport> reports) {
        return new ExtractReport(
                reports.get(0).folder(),
                reports.stream().flatMap(each -> each.entries().stream()).toList(),
                reports.stream().flatMap(each -> each.readable().stream()).toList(),
                reports.stream().flatMap(each -> each.madeFolders().stream()).toList(),
                reports.stream().flatMap(each -> each.withoutAttributes().stream()).toList(),
                reports.stream().flatMap(each -> each.stopped().stream()).findFirst());
    }
}
