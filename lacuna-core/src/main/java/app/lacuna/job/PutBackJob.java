package app.lacuna.job;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.common.Stage;
import app.lacuna.error.SourceNotMounted;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.InPlaceWriter;
import app.lacuna.extract.Promise;
import app.lacuna.files.Presence;
import app.lacuna.generations.BackupScope;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.generations.MountPoint;
import app.lacuna.generations.RestoreLog;
import app.lacuna.generations.SnapshotNames;
import app.lacuna.generations.Standing;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Restores files of a snapshot to their places. What it replaces or deletes is packed into an
 * archive of its own first, and verified; then each file is replaced only while it is what that
 * archive contains; then every file is compared with what it should be. {@link UndoJob} undoes it.
 */
public final class PutBackJob {
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
     * @param wrong paths of files that are not what they should be, or are still there
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
     * @param removeNew whether what did not exist then is to be deleted
     * @throws SourceNotMounted if the disk of a root is not mounted
     */
    public Plan plan(Predicate<String> chosen, boolean removeNew) throws IOException {
        Manifest manifest = moment.archive().manifest();
        for (Manifest.Root root : manifest.roots()) {
            if (MountPoint.isUnmounted(root)) {
                throw new SourceNotMounted(root.place());
            }
        }
        FileSelection now = scan(manifest);
        BackupScope scope =
                new BackupScope(
                        manifest.roots(),
                        round.patterns(),
                        round.withoutJunk(),
                        BackupScope.of(now, List.of(), false).unseen());
        ProgressMeter meter = new ProgressMeter(listener, Stage.COMPARING, 0, now.items().size());
        Standing.All standing =
                new Standing(manifest)
                        .against(new SnapshotNames(manifest).of(now.items()), scope, meter, cancel);
        meter.finish();
        List<Standing.Compared> files =
                standing.files().stream()
                        .filter(
                                each ->
                                        each.state() == Standing.State.CHANGED
                                                || each.state() == Standing.State.GONE)
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

    private FileSelection scan(Manifest manifest) throws IOException {
        List<Root> places =
                manifest.roots().stream()
                        .map(Manifest.Root::place)
                        .filter(place -> Presence.of(place) != Presence.ABSENT)
                        .map(Root::of)
                        .toList();
        return new SelectionScanner(cancel, item -> {}, round.rules())
                .scanRoots(places)
                .without(Set.of(moment.store().folder().toRealPath())); // never its own
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
            moment.store().restores().begun(before);
            Map<Path, Promise> promises = promises(report, moment.archive().manifest().scope());
            int gone = InPlaceWriter.delete(removals(plan, promises), cancel).size();
            InPlaceWriter.Report back =
                    new InPlaceWriter(moment.archive(), listener, cancel)
                            .write(steps(plan, promises));
            times.restore(folderTimes(plan));
            List<ExtractedEntry> notOut =
                    back.entries().stream()
                            .filter(entry -> !entry.result().cameOut())
                            .filter(entry -> entry.result() != ExtractedEntry.Result.SKIPPED)
                            .toList();
            int out = (int) back.entries().stream().filter(e -> e.result().cameOut()).count();
            return new Result(before, out, gone, notOut, back.withoutAttributes(), wrong(plan));
        }
    }

    private static List<InPlaceWriter.Removal> removals(Plan plan, Map<Path, Promise> promises) {
        return plan.removed().stream()
                .filter(item -> promises.containsKey(item.source()))
                .map(
                        item ->
                                new InPlaceWriter.Removal(
                                        item.source(), requireNonNull(promises.get(item.source()))))
                .toList();
    }

    /** Nothing is replaced that is not in the archive of before. */
    private List<InPlaceWriter.Step> steps(Plan plan, Map<Path, Promise> promises) {
        Map<String, ArchiveEntry> entries = new HashMap<>();
        moment.archive().listing().entries().forEach(entry -> entries.put(entry.path(), entry));
        BackupScope scope = moment.archive().manifest().scope();
        List<InPlaceWriter.Step> steps = new ArrayList<>();
        for (Standing.Compared each : plan.files()) {
            Promise promise = each.now().isEmpty() ? Promise.ABSENT : promises.get(each.place());
            if (promise != null) {
                steps.add(
                        new InPlaceWriter.Step(
                                requireNonNull(entries.get(each.line().path())),
                                scope.rootOf(each.line().path()).orElseThrow().place(),
                                each.place(),
                                promise));
            }
        }
        return steps;
    }

    /** First of all, with a record of what will be written. */
    private Path keepWhatIsThere(
            Plan plan, FolderTimes times, Secret password, GenerationReport report)
            throws IOException {
        List<FileItem> there = new ArrayList<>();
        Set<Path> own = new HashSet<>();
        for (Standing.Compared each : plan.files()) {
            each.now().filter(item -> own.add(item.source())).ifPresent(there::add);
        }
        plan.removed().stream().filter(item -> own.add(item.source())).forEach(there::add);
        for (Standing.Compared each : plan.standing().files()) {
            if (times.all().contains(each.place()) && own.add(each.place())) {
                each.now().ifPresent(there::add); // for its time
            }
        }
        there.sort(Comparator.comparing(FileItem::path));
        Path file = freeName(moment.store().folder(), Generation.idAt(clock.instant()));
        Manifest manifest = moment.archive().manifest();
        List<ManifestLine> written = plan.files().stream().map(Standing.Compared::line).toList();
        new BackupFile<Manifest>(backup, password, listener, cancel)
                .write(
                        file,
                        there,
                        report,
                        () ->
                                RestoreRecord.of(
                                        manifest.round(),
                                        manifest.scope(),
                                        report.lines(RestoreLog.BEFORE, manifest.scope()),
                                        written),
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
            String name = folder.getFileName() + "-" + id + more + "-" + RestoreLog.BEFORE;
            Path file = folder.resolve(name + backup.ending());
            if (Presence.of(file) == Presence.ABSENT) {
                return file;
            }
        }
    }

    /** What is in the archive of before, without what kept changing while it was read. */
    private static Map<Path, Promise> promises(GenerationReport report, BackupScope scope) {
        Set<String> unsteady = new HashSet<>(report.unsteady());
        Map<Path, Promise> promises = new HashMap<>();
        List<ManifestLine> lines = report.lines(RestoreLog.BEFORE, scope);
        for (int i = 0; i < lines.size(); i++) {
            ManifestLine line = lines.get(i);
            if (!unsteady.contains(line.path())) {
                promises.put(
                        report.packed().get(i).source(), Promise.of(line.kind(), line.digest()));
            }
        }
        return promises;
    }

    private List<String> wrong(Plan plan) {
        List<String> wrong = new ArrayList<>();
        ProgressMeter meter = new ProgressMeter(listener, Stage.PROVING, 0, plan.files().size());
        for (Standing.Compared each : plan.files()) {
            meter.startItem(each.line().path());
            if (!isAsItWas(each)) {
                wrong.add(each.line().path());
            }
            meter.itemDone();
        }
        meter.finish();
        plan.removed().stream()
                .filter(item -> Presence.of(item.source()) != Presence.ABSENT)
                .forEach(item -> wrong.add(item.path()));
        return wrong;
    }

    private boolean isAsItWas(Standing.Compared file) {
        ManifestLine line = file.line();
        if (line.kind() == ItemKind.LINK && line.digest().isEmpty()) {
            return Files.isSymbolicLink(file.place()); // a manifest of version 1
        }
        return Promise.of(line.kind(), line.digest()).isKept(file.place(), cancel);
    }
}
