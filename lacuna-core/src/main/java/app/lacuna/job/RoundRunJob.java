package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Progress;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.common.Stage;
import app.lacuna.error.DestinationMissing;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.files.Presence;
import app.lacuna.generations.BackupScope;
import app.lacuna.generations.Changes;
import app.lacuna.generations.FileStamp;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.Places;
import app.lacuna.generations.Retention;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.staging.FreeSpace;
import app.lacuna.verify.ProofEntry;
import app.lacuna.verify.ProofReport;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Makes the next generation of a round: what has changed since the last one, or everything. It
 * counts only when it has been proved; before that nothing of it is to be seen, and what is there
 * stays as it is.
 */
public final class RoundRunJob {
    /** After so many a whole one begins anew: each more is one more that must not be lost. */
    static final int LONGEST_CHAIN = 30;

    /** Of so few bytes it does not matter how they are spread. */
    private static final long SMALL_CHAIN = 1 << 20;

    private final Round round;
    private final Backup backup;
    private final Wish wish;
    private final Clock clock;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private Secret password;
    private volatile boolean placeMade;
    private SourceScan scan = BackupSources::scan;

    /**
     * What is asked for.
     *
     * @param whole even if what has changed would do
     * @param byDigest contents are compared, and not only size and times
     */
    public record Wish(boolean whole, boolean byDigest) {
        public static final Wish USUAL = new Wish(false, false);
    }

    /**
     * @param round a backup
     * @param password of all its generations; the caller closes it
     */
    public RoundRunJob(
            Round round,
            Secret password,
            Wish wish,
            Clock clock,
            ProgressListener listener,
            CancelToken cancel) {
        this.round = round;
        this.backup = round.backup().orElseThrow();
        this.password = password;
        this.wish = wish;
        this.clock = clock;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** Finds the items of a backup. */
    @FunctionalInterface
    interface SourceScan {
        FileSelection of(Round round, Path own, CancelToken cancel) throws IOException;
    }

    /** With a scan that finds something else than what is on disk. */
    RoundRunJob scanning(SourceScan other) {
        scan = other;
        return this;
    }

    /**
     * @throws DestinationMissing if its drive is not there
     * @throws app.lacuna.error.WrongPassword if the last generation has another one
     */
    public RoundRun run() throws IOException {
        GenerationStore store = store();
        try (Secret composed = Spelling.COMPOSED.of(password);
                Closeable lock = store.lock()) {
            assert lock != null;
            password = composed;
            store.forgetRemoved();
            takeUp(store);
            return run(store);
        }
    }

    private GenerationStore store() throws IOException {
        List<Path> places = Places.of(round.generations());
        if (backup.begun()) {
            return GenerationStore.open(places, backup.id());
        }
        BackupDestination.requireOutsideSources(round);
        try {
            GenerationStore there = GenerationStore.open(places, backup.id());
            placeMade = true;
            return there;
        } catch (DestinationMissing e) {
            GenerationStore begun = GenerationStore.begin(round.generations(), backup.id());
            placeMade = true;
            return begun;
        }
    }

    /** Generations of a process that ended before it could add them to the list. */
    private void takeUp(GenerationStore store) throws IOException {
        for (Generation each : store.unlisted(backup.ending())) {
            Manifest manifest;
            FileStamp stamp;
            try (OpenGenerations open = new OpenGenerations(password, listener, cancel)) {
                stamp = FileStamp.of(each.file());
                manifest = open.manifest(store, each);
            } catch (IOException e) {
                continue; // a file of something else with such a name: it stays, and is ignored
            }
            store.takeUp(each, manifest, stamp);
        }
    }

    /**
     * Whether its place has been made, whatever came after: from now on no other is taken for it.
     */
    public boolean hasBegun() {
        return backup.begun() || placeMade;
    }

    private RoundRun run(GenerationStore store) throws IOException {
        listener.onProgress(new Progress(Stage.SCANNING, "", 0, 0, 0, 0));
        FileSelection selection = scan.of(round, store.folder(), cancel);
        BackupScope scope = BackupScope.of(selection, round.patterns(), round.withoutJunk());
        BackupBasis basis = BackupBasis.of(store, password, listener, cancel);
        if (basis.manifest().isPresent()) {
            BackupSources.requireMounted(selection, scope, basis.manifest().get());
        }
        Changes.Found found = changes(basis, selection, scope);
        selection = BackupSources.with(selection, notMounted(found));
        boolean asBefore = basis.manifest().isPresent() && found.counts().isNothing();
        if (asBefore && found.toStore().isEmpty() && !wish.whole()) {
            Generation latest = basis.newest().orElseThrow();
            if (!selection.isIncomplete()) {
                store.stillSame(latest.id(), clock.instant());
            }
            return new RoundRun(
                    Optional.empty(),
                    latest,
                    found.counts(),
                    0,
                    0,
                    selection.leftOut(),
                    List.of(),
                    List.of(),
                    List.copyOf(basis.broken()),
                    0);
        }
        return make(store, selection, basis, found);
    }

    private static List<LeftOut> notMounted(Changes.Found found) {
        return found.notMounted().stream()
                .map(item -> new LeftOut(item.source(), LeftOut.Reason.NOT_MOUNTED))
                .toList();
    }

    private RoundRun make(
            GenerationStore store, FileSelection selection, BackupBasis basis, Changes.Found found)
            throws IOException {
        List<Generation> present = store.present();
        boolean whole =
                wish.whole()
                        || basis.newest().isEmpty()
                        || isOfOtherForm(basis.newest().get())
                        || isChainLong(present);
        List<FileItem> items =
                whole
                        ? found.decided().stream().map(Changes.Decided::item).toList()
                        : found.toStore();
        requireSpace(store, present, items);
        GenerationHead head =
                new GenerationHead(
                        backup.id(),
                        newId(store),
                        store.nextSequence(),
                        whole ? Generation.Kind.WHOLE : Generation.Kind.CHANGES);
        GenerationReport report = new GenerationReport(listener, cancel);
        Generation made = store.add(write(store, head, items, found, report));
        List<Generation> old = retention().removable(store.listed());
        List<Generation> removed = store.remove(old);
        return new RoundRun(
                Optional.of(made),
                made,
                found.counts(),
                report.packed().size(),
                made.stamp().map(FileStamp::size).orElse(0L),
                BackupSources.with(selection, report.leftOut()).leftOut(),
                report.unsteady(),
                removed,
                List.copyOf(basis.broken()),
                old.size() - removed.size());
    }

    private Retention retention() {
        return new Retention(backup.keep(), clock.getZone());
    }

    /** What the new form stores and the old one did not must be stored of all files. */
    private boolean isOfOtherForm(Generation latest) {
        return !latest.file().getFileName().toString().endsWith(backup.ending());
    }

    private boolean isChainLong(List<Generation> present) throws IOException {
        int chain = 0;
        long bytes = 0;
        for (int i = present.size() - 1; i >= 0; i--) {
            Generation each = present.get(i);
            if (each.kind() == Generation.Kind.WHOLE) {
                return chain >= LONGEST_CHAIN
                        || bytes > Math.max(Files.size(each.file()), SMALL_CHAIN);
            }
            chain++;
            bytes += Files.size(each.file());
        }
        return true; // no whole one exists any more
    }

    private Changes.Found changes(BackupBasis basis, FileSelection selection, BackupScope scope)
            throws IOException {
        ProgressMeter meter =
                new ProgressMeter(listener, Stage.COMPARING, 0, selection.items().size());
        Changes.Found found =
                new Changes(basis.manifest(), basis.usable(), wish.byDigest(), cancel)
                        .of(selection.items(), scope, meter);
        meter.finish();
        return found;
    }

    /** As it was packed the last time, as far as there was one. */
    private static void requireSpace(
            GenerationStore store, List<Generation> present, List<FileItem> items)
            throws IOException {
        long bytes = items.stream().mapToLong(FileItem::size).sum();
        double share = 0.1; // common practice, no source: little is packed more tightly
        for (Generation each : present) {
            if (each.kind() == Generation.Kind.WHOLE && each.contentBytes() > 0) {
                share = Math.min(1, (double) Files.size(each.file()) / each.contentBytes());
            }
        }
        long needed = (long) (bytes * share);
        long free = FreeSpace.at(store.folder());
        if (needed > free) {
            throw new NotEnoughSpace(needed, free);
        }
    }

    /** The time, or the first second after it that no generation and no file has. */
    private String newId(GenerationStore store) throws IOException {
        Set<String> taken = new HashSet<>();
        for (Generation each : store.listed()) {
            taken.add(each.id());
            taken.addAll(each.needs()); // also of a lost generation that is no longer listed
        }
        Instant time = clock.instant();
        while (true) {
            String id = Generation.idAt(time);
            boolean free =
                    !taken.contains(id)
                            && Presence.of(file(store, id, "whole")) == Presence.ABSENT
                            && Presence.of(file(store, id, "changes")) == Presence.ABSENT;
            if (free) {
                return id;
            }
            time = time.plusSeconds(1);
        }
    }

    private Path file(GenerationStore store, String id, String kind) {
        Path folder = store.folder();
        return folder.resolve(folder.getFileName() + "-" + id + "-" + kind + backup.ending());
    }

    private Generation write(
            GenerationStore store,
            GenerationHead head,
            List<FileItem> items,
            Changes.Found found,
            GenerationReport report)
            throws IOException {
        Path file = file(store, head.id(), head.isWhole() ? "whole" : "changes");
        Instant time = Generation.timeOf(head.id());
        BackupFile.Written<Manifest> written =
                new BackupFile<Manifest>(backup, password, listener, cancel)
                        .write(
                                file,
                                items,
                                report,
                                () -> report.manifest(head, found),
                                made -> new BackupFile.Text(Manifest.PATH, made.bytes(), time),
                                (opened, made, proof) -> {
                                    boolean same =
                                            OpenGenerations.manifest(
                                                            opened, store.round(), head.id())
                                                    .equals(made);
                                    return (same ? 0 : 1) + wrong(made, head.id(), proof);
                                });
        Manifest manifest = written.made();
        Set<String> needs = new TreeSet<>(manifest.needs());
        needs.remove(head.id());
        return new Generation(
                head.id(),
                head.sequence(),
                head.kind(),
                file,
                needs,
                manifest.contentBytes(),
                time,
                false,
                Optional.of(written.stamp()));
    }

    /** How many files are not what the manifest says of them. */
    private static int wrong(Manifest manifest, String id, ProofReport proof) {
        Map<String, String> digests = new HashMap<>();
        manifest.lines().stream()
                .filter(line -> line.generation().equals(id) && !line.digest().isEmpty())
                .forEach(line -> digests.put(line.path(), line.digest()));
        int wrong = 0;
        for (ProofEntry entry : proof.entries()) {
            String told = digests.remove(entry.path());
            boolean other =
                    told != null
                            && entry.sha256().isPresent()
                            && !entry.sha256().get().equals(told);
            wrong += other ? 1 : 0;
        }
        return wrong + digests.size();
    }
}
