package app.lacuna.job;

import app.lacuna.base.CancelToken;
import app.lacuna.base.Progress;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Spelling;
import app.lacuna.base.Stage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.DestinationMissing;
import app.lacuna.failure.GenerationMissing;
import app.lacuna.failure.NotAnArchive;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.NothingToPack;
import app.lacuna.failure.WrongPassword;
import app.lacuna.generations.Changes;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.Places;
import app.lacuna.proof.ProofEntry;
import app.lacuna.proof.ProofReport;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.FreeSpace;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
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
    private final Set<String> broken = new TreeSet<>();
    private Secret password;
    private volatile boolean placeMade;

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

    /**
     * @throws DestinationMissing if its drive is not there
     * @throws app.lacuna.failure.WrongPassword if the last generation has another one
     */
    public RoundRun run() throws IOException {
        GenerationStore store = store();
        try (Secret composed = Spelling.COMPOSED.of(password);
                Closeable lock = store.lock()) {
            assert lock != null;
            password = composed;
            store.finishRemoving();
            takeUp(store);
            return run(store);
        }
    }

    private GenerationStore store() throws IOException {
        List<Path> places = Places.of(round.generations());
        if (backup.begun()) {
            return GenerationStore.open(places, backup.id());
        }
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

    /** What a process has made that ended before it could write it down. */
    private void takeUp(GenerationStore store) throws IOException {
        for (Generation each : store.unlisted(backup.ending())) {
            try (OpenGenerations open = new OpenGenerations(password, listener, cancel)) {
                Manifest manifest = open.manifest(store, each);
                Set<String> needs = new TreeSet<>(manifest.needs());
                needs.remove(each.id());
                store.add(
                        new Generation(
                                each.id(),
                                each.kind(),
                                each.file(),
                                needs,
                                manifest.contentBytes(),
                                each.time()));
            } catch (DamagedArchive | NotAnArchive | GenerationMissing | WrongPassword e) {
                continue; // somebody else's
            }
        }
    }

    /**
     * Whether its place has been made, whatever came after: from now on no other is taken for it.
     */
    public boolean hasBegun() {
        return backup.begun() || placeMade;
    }

    private RoundRun run(GenerationStore store) throws IOException {
        FileSelection selection = scanned(store);
        List<Generation> present = store.present();
        store.missing().forEach(each -> broken.add(each.id()));
        Optional<Manifest> last = lastManifest(store, present);
        Set<String> there = OpenGenerations.ids(present);
        there.removeAll(broken);
        Changes.Found found = changes(last, there, selection);
        Generation latest = present.isEmpty() ? null : present.get(present.size() - 1);
        boolean asBefore = last.isPresent() && broken.isEmpty() && found.counts().isNothing();
        if (asBefore && !wish.whole()) {
            store.stillSame(latest.id(), clock.instant());
            return result(Optional.empty(), latest, found, List.of(), selection, List.of(), store);
        }
        boolean whole =
                wish.whole() || last.isEmpty() || isOfOtherForm(latest) || isChainLong(present);
        List<FileItem> items = whole ? selection.items() : found.toStore();
        requireSpace(store, present, items);
        String id = newId(present);
        GenerationReport report = new GenerationReport(listener, cancel);
        Generation made = write(store, id, whole, items, found, report);
        store.add(made);
        return result(
                Optional.of(made),
                made,
                found,
                report.packed(),
                selection.leftOut().isEmpty() && report.leftOut().isEmpty()
                        ? selection
                        : with(selection, report.leftOut()),
                report.unsteady(),
                store);
    }

    private static FileSelection with(FileSelection selection, List<LeftOut> more) {
        List<LeftOut> all = new ArrayList<>(selection.leftOut());
        all.addAll(more);
        return new FileSelection(
                selection.items(), all, selection.renamed(), selection.linkRoots());
    }

    private RoundRun result(
            Optional<Generation> made,
            Generation latest,
            Changes.Found found,
            List<FileItem> stored,
            FileSelection selection,
            List<String> unsteady,
            GenerationStore store)
            throws IOException {
        List<Generation> removed = made.isPresent() ? prune(store) : List.of();
        return new RoundRun(
                made,
                latest,
                found.counts(),
                stored.size(),
                made.isPresent() ? Files.size(latest.file()) : 0,
                selection.leftOut(),
                unsteady,
                removed,
                List.copyOf(broken));
    }

    private List<Generation> prune(GenerationStore store) throws IOException {
        RoundPruneJob pruning = new RoundPruneJob(store, backup.keep(), clock.getZone());
        List<Generation> gone = pruning.plan();
        store.remove(gone);
        return gone;
    }

    private FileSelection scanned(GenerationStore store) throws IOException {
        listener.onProgress(new Progress(Stage.SCANNING, "", 0, 0, 0, 0));
        FileSelection selection =
                new SelectionScanner(cancel, item -> {}, round.rules())
                        .scanRoots(round.roots().stream().map(Root::of).toList());
        Path own = store.folder().toRealPath();
        if (selection.items().stream().anyMatch(item -> item.source().startsWith(own))) {
            selection = selection.without(Set.of(own), LeftOut.Reason.OUTPUT_ITSELF);
        }
        boolean rootsThere =
                selection.leftOut().stream()
                        .noneMatch(
                                left ->
                                        round.roots().contains(left.source())
                                                && left.reason().meansIncomplete());
        if (selection.items().isEmpty() || !rootsThere) {
            // a source that is not mounted is not a folder that somebody has emptied
            throw new NothingToPack(selection.leftOut().size());
        }
        return selection;
    }

    /** Nothing if it can not be read: then everything is stored again. */
    private Optional<Manifest> lastManifest(GenerationStore store, List<Generation> present)
            throws IOException {
        for (int i = present.size() - 1; i >= 0; i--) {
            Generation generation = present.get(i);
            try (OpenGenerations open = new OpenGenerations(password, listener, cancel)) {
                Manifest manifest = open.manifest(store, generation);
                Set<String> lost = new TreeSet<>(manifest.needs());
                lost.removeAll(OpenGenerations.ids(present));
                broken.addAll(lost);
                return i == present.size() - 1 ? Optional.of(manifest) : Optional.empty();
            } catch (DamagedArchive | NotAnArchive | GenerationMissing e) {
                broken.add(generation.id());
            }
        }
        return Optional.empty();
    }

    /** What the new form keeps and the old one did not is to be kept of all files. */
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
        return true; // there is no whole one any more
    }

    private Changes.Found changes(
            Optional<Manifest> last, Set<String> there, FileSelection selection)
            throws IOException {
        ProgressMeter meter =
                new ProgressMeter(listener, Stage.COMPARING, 0, selection.items().size());
        Changes.Found found =
                new Changes(last, there, wish.byDigest(), cancel).of(selection.items(), meter);
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

    /** Always later than the last one, whatever the clock says. */
    private String newId(List<Generation> present) {
        Instant now = clock.instant();
        if (!present.isEmpty()) {
            Instant after = present.get(present.size() - 1).time().plusSeconds(1);
            now = now.isBefore(after) ? after : now;
        }
        return Generation.idAt(now);
    }

    private Generation write(
            GenerationStore store,
            String id,
            boolean whole,
            List<FileItem> items,
            Changes.Found found,
            GenerationReport report)
            throws IOException {
        Path folder = store.folder();
        String kind = whole ? "whole" : "changes";
        Path file = folder.resolve(folder.getFileName() + "-" + id + "-" + kind + backup.ending());
        Instant time = Generation.timeOf(id);
        BackupFile<Manifest> writing = new BackupFile<>(backup, password, listener, cancel);
        Manifest manifest =
                writing.write(
                        file,
                        items,
                        report,
                        () -> report.manifest(backup.id(), id, found, whole),
                        made -> new BackupFile.Text(Manifest.PATH, made.bytes(), time),
                        (opened, made, proof) -> {
                            boolean same =
                                    OpenGenerations.manifest(opened, store.round(), id)
                                            .equals(made);
                            return (same ? 0 : 1) + wrong(made, id, proof);
                        });
        Set<String> needs = new TreeSet<>(manifest.needs());
        needs.remove(id);
        return new Generation(
                id,
                whole ? Generation.Kind.WHOLE : Generation.Kind.CHANGES,
                file,
                needs,
                manifest.contentBytes(),
                time);
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
