package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Sha256;
import app.lacuna.base.Spelling;
import app.lacuna.base.Stage;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.Extractor;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.generations.MomentArchive;
import app.lacuna.generations.Standing;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.ItemReader;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Puts files of a moment back where they were. What it replaces or removes is packed into an
 * archive of its own first, and proved; then it goes file by file, each whole or not at all; then
 * every file is compared with what it should be. {@link UndoJob} takes it back in one step.
 */
public final class PutBackJob {
    static final String BEFORE = "before";

    /** Said of a file that took the place of another. */
    static final String REPLACED = "replaced";

    private final Round round;
    private final Backup backup;
    private final Moment moment;
    private final Clock clock;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * What is to be done.
     *
     * @param standing how everything stands
     * @param files what will be written
     * @param removed what will be taken away, because it was not there then
     */
    public record Plan(
            Standing.All standing, List<Standing.Compared> files, List<FileItem> removed) {
        public boolean isNothing() {
            return files.isEmpty() && removed.isEmpty();
        }
    }

    /**
     * What was done.
     *
     * @param before the archive of what was replaced or removed, by which it can be undone
     * @param wrong paths of files that are not what they should be
     */
    public record Result(
            Path before,
            int putBack,
            int removed,
            List<ExtractedEntry> notOut,
            List<Path> withoutAttributes,
            List<String> wrong) {
        public boolean isComplete() {
            return notOut.isEmpty() && wrong.isEmpty();
        }
    }

    public PutBackJob(
            Round round,
            Moment moment,
            Clock clock,
            ProgressListener listener,
            CancelToken cancel) {
        this.round = round;
        this.backup = round.backup().orElseThrow();
        this.moment = moment;
        this.clock = clock;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * Changes nothing.
     *
     * @param chosen by the path in the archive
     * @param removeNew whether what was not there then is to go
     */
    public Plan plan(Predicate<String> chosen, boolean removeNew) throws IOException {
        Manifest manifest = moment.archive().manifest();
        List<Root> places =
                manifest.roots().stream()
                        .map(root -> Path.of(root.place()))
                        .filter(place -> Files.exists(place, LinkOption.NOFOLLOW_LINKS))
                        .map(Root::of)
                        .toList();
        FileSelection now =
                new SelectionScanner(cancel, item -> {}, round.rules())
                        .scanRoots(places)
                        .without(Set.of(moment.store().folder().toRealPath())); // never its own
        ProgressMeter meter = new ProgressMeter(listener, Stage.COMPARING, 0, now.items().size());
        Standing.All standing =
                new Standing(manifest).against(named(now.items(), manifest), meter, cancel);
        meter.finish();
        List<Standing.Compared> files =
                standing.files().stream()
                        .filter(each -> each.state() != Standing.State.SAME)
                        .filter(each -> chosen.test(each.line().path()))
                        .toList();
        List<FileItem> removed =
                removeNew
                        ? standing.added().stream()
                                .filter(item -> chosen.test(item.path()))
                                .toList()
                        : List.of();
        return new Plan(standing, files, removed);
    }

    /** Under the names that they have in the manifest, whatever other roots are there now. */
    private static List<FileItem> named(List<FileItem> items, Manifest manifest) {
        List<FileItem> named = new ArrayList<>();
        for (FileItem item : items) {
            for (Manifest.Root root : manifest.roots()) {
                Path place = Path.of(root.place());
                if (item.source().startsWith(place)) {
                    String below = place.relativize(item.source()).toString();
                    String path = below.isEmpty() ? root.name() : root.name() + "/" + below;
                    named.add(item.withPath(path));
                }
            }
        }
        return named;
    }

    /**
     * @param password of the generations; the caller closes it
     */
    public Result run(Plan plan, Secret password) throws IOException {
        try (Secret composed = Spelling.COMPOSED.of(password);
                Closeable lock = moment.store().lock()) {
            assert lock != null;
            FolderTimes times = touched(plan);
            GenerationReport report = new GenerationReport(listener, cancel);
            Path before = keepWhatIsThere(plan, times, composed, report);
            Map<Path, FileItem> kept = kept(report);
            List<FileItem> gone =
                    remove(
                            plan.removed().stream()
                                    .filter(item -> kept.containsKey(item.source()))
                                    .toList());
            List<ExtractedEntry> notOut = new ArrayList<>();
            List<Path> withoutAttributes = new ArrayList<>();
            int out = 0;
            for (Manifest.Root root : moment.archive().manifest().roots()) {
                ExtractReport back = putBack(root, plan, kept);
                out += (int) back.cameOut();
                back.entries().stream()
                        .filter(entry -> !entry.result().cameOut())
                        .forEach(notOut::add);
                withoutAttributes.addAll(back.withoutAttributes());
                if (back.stopped().isPresent()) {
                    break;
                }
            }
            times.restore(folderTimes(plan));
            return new Result(
                    before, out, gone.size(), notOut, withoutAttributes, wrong(plan.files()));
        }
    }

    /** First of all, and with a list of what there will be that is not there now. */
    private Path keepWhatIsThere(
            Plan plan, FolderTimes times, Secret password, GenerationReport report)
            throws IOException {
        List<FileItem> there = new ArrayList<>();
        List<ManifestLine> made = new ArrayList<>();
        for (Standing.Compared each : plan.files()) {
            each.now().ifPresent(there::add);
            made.add(each.now().isEmpty() ? each.line() : each.line().noted(REPLACED));
        }
        there.addAll(plan.removed());
        Set<Path> own = new HashSet<>();
        there.forEach(item -> own.add(item.source()));
        for (Standing.Compared each : plan.standing().files()) {
            if (times.all().contains(each.place()) && own.add(each.place())) {
                each.now().ifPresent(there::add); // for its time
            }
        }
        there.sort(Comparator.comparing(FileItem::path));
        String id = Generation.idAt(clock.instant());
        Path folder = moment.store().folder();
        Path file = freeName(folder, id);
        Manifest manifest = moment.archive().manifest();
        Manifest undo = new Manifest(manifest.round(), BEFORE, manifest.roots(), made);
        new BackupFile<Manifest>(backup, password, listener, cancel)
                .write(
                        file,
                        there,
                        report,
                        () -> undo,
                        text -> new BackupFile.Text(Manifest.PATH, text.bytes(), clock.instant()),
                        (opened, text, proof) -> 0);
        return file;
    }

    private static FolderTimes touched(Plan plan) {
        FolderTimes times = new FolderTimes();
        plan.files().forEach(each -> times.touched(each.place()));
        plan.removed().forEach(item -> times.touched(item.source()));
        return times;
    }

    /** As they were then; of folders that are new and stay, as they are. */
    private static Map<Path, Instant> folderTimes(Plan plan) {
        Map<Path, Instant> times = new HashMap<>();
        plan.standing().files().stream()
                .filter(each -> each.line().kind() == ItemKind.FOLDER)
                .forEach(each -> times.put(each.place(), each.line().modified()));
        return times;
    }

    private Path freeName(Path folder, String id) {
        for (int number = 1; ; number++) {
            String more = number == 1 ? "" : "-" + number;
            String name = folder.getFileName() + "-" + id + more + "-" + BEFORE;
            Path file = folder.resolve(name + backup.ending());
            if (!Files.exists(file)) {
                return file;
            }
        }
    }

    /** What is in the archive of before, as it was then; not what kept changing meanwhile. */
    private static Map<Path, FileItem> kept(GenerationReport report) {
        Set<String> unsteady = new HashSet<>(report.unsteady());
        Map<Path, FileItem> kept = new HashMap<>();
        report.packed().stream()
                .filter(item -> !unsteady.contains(item.path()))
                .forEach(item -> kept.put(item.source(), item));
        return kept;
    }

    /** Nothing is replaced that is not in the archive of before as it is now. */
    private static boolean isSafe(Standing.Compared each, Map<Path, FileItem> kept) {
        Path place = each.place();
        FileItem before = kept.get(place);
        if (before == null) {
            return each.now().isEmpty() && !Files.exists(place, LinkOption.NOFOLLOW_LINKS);
        }
        try {
            return new ItemReader()
                    .readAgain(before)
                    .filter(now -> isStill(before, now))
                    .isPresent();
        } catch (IOException e) {
            return false;
        }
    }

    private ExtractReport putBack(Manifest.Root root, Plan plan, Map<Path, FileItem> kept)
            throws IOException {
        Path place = Path.of(root.place());
        MomentArchive view = moment.archive().view(moment.archive().manifest().under(root));
        Set<Path> wanted = new HashSet<>();
        plan.files().stream()
                .filter(each -> isSafe(each, kept))
                .forEach(each -> wanted.add(each.place()));
        Path around = place.getParent();
        List<ArchiveEntry> entries =
                view.listing().entries().stream()
                        .filter(entry -> wanted.contains(around.resolve(entry.path())))
                        .toList();
        ExtractOptions options =
                ExtractOptions.of(around, ConflictRule.OVERWRITE)
                        .with(ExtractOptions.Meaning.PUT_BACK);
        return new Extractor(view, options, listener, cancel).extract(entries);
    }

    /** Files and links, then folders that are empty by then; what has changed since stays. */
    static List<FileItem> remove(List<FileItem> items) {
        List<FileItem> gone = new ArrayList<>();
        List<FileItem> deepest = new ArrayList<>(items);
        deepest.sort(Comparator.comparing((FileItem item) -> -item.source().getNameCount()));
        ItemReader disk = new ItemReader();
        for (FileItem item : deepest) {
            try {
                Optional<FileItem> now = disk.readAgain(item);
                if (now.isPresent() && isStill(item, now.get())) {
                    Files.delete(item.source());
                    gone.add(item);
                }
            } catch (IOException e) {
                continue; // it stays
            }
        }
        return gone;
    }

    /** The time of a link is when it was made. */
    private static boolean isStill(FileItem item, FileItem now) {
        return switch (item.kind()) {
            case FOLDER -> now.kind() == ItemKind.FOLDER;
            case LINK -> now.kind() == ItemKind.LINK && now.size() == item.size();
            case FILE -> now.equals(item);
        };
    }

    private List<String> wrong(List<Standing.Compared> files) {
        List<String> wrong = new ArrayList<>();
        ProgressMeter meter = new ProgressMeter(listener, Stage.PROVING, 0, files.size());
        for (Standing.Compared each : files) {
            meter.startItem(each.line().path());
            if (!isAsItWas(each)) {
                wrong.add(each.line().path());
            }
            meter.itemDone();
        }
        meter.finish();
        return wrong;
    }

    private boolean isAsItWas(Standing.Compared file) {
        ManifestLine line = file.line();
        Path place = file.place();
        return switch (line.kind()) {
            case FOLDER -> Files.isDirectory(place, LinkOption.NOFOLLOW_LINKS);
            case LINK -> Files.isSymbolicLink(place);
            case FILE -> hasDigest(place, line.digest());
        };
    }

    private boolean hasDigest(Path place, String digest) {
        try (InputStream in = Files.newInputStream(place, LinkOption.NOFOLLOW_LINKS)) {
            return Sha256.of(in, cancel).equals(digest);
        } catch (IOException e) {
            return false;
        }
    }
}
