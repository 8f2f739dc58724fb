package app.lacuna.generations;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Sha256;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Compares the items on disk with the last generation. A file is unchanged if its size, times and
 * key are; where they leave a doubt its contents are read and compared by their digest. A renamed
 * file is recognised, and its bytes are not stored again. An item that could not be inspected keeps
 * its previous line.
 */
public final class Changes {
    private final Optional<Manifest> last;
    private final Set<String> usable;
    private final boolean byDigest;
    private final CancelToken cancel;
    private final DetailsReader details = new DetailsReader();
    private final Map<String, ManifestLine> byDiskKey = new HashMap<>();
    private final Map<String, ManifestLine> byKey = new HashMap<>();

    /**
     * What became of one item.
     *
     * @param disk its encoded path below its root, if its path in the archive does not tell it
     * @param previous the line that the last generation has for its place
     * @param before the line whose bytes it still has; empty if they must be stored
     * @param onlyTime whether a folder differs from its previous line in its time alone
     */
    public record Decided(
            FileItem item,
            Identity identity,
            String disk,
            Optional<ManifestLine> previous,
            Optional<ManifestLine> before,
            boolean onlyTime) {
        String diskKey() {
            return DiskPath.key(item.path(), disk);
        }
    }

    /**
     * How much of what there is.
     *
     * @param added not there before, under any name
     * @param gone there before, and not any more
     * @param unseen there before, and could not be inspected now
     */
    public record Counts(
            long added, long changed, long renamed, long same, long gone, long unseen) {
        public boolean isNothing() {
            return added + changed + renamed + gone == 0;
        }
    }

    /**
     * What is to be done.
     *
     * @param changed those of {@code decided} that differ from the last generation
     * @param toStore those whose bytes go into the new generation
     * @param unseen lines of the last generation whose items could not be inspected
     * @param notMounted folders on which a disk was mounted, and is not now
     */
    public record Found(
            BackupScope scope,
            List<Decided> decided,
            Set<String> changed,
            List<FileItem> toStore,
            List<ManifestLine> unseen,
            List<FileItem> notMounted,
            Counts counts) {
        public Found {
            decided = List.copyOf(decided);
            toStore = List.copyOf(toStore);
            unseen = List.copyOf(unseen);
            notMounted = List.copyOf(notMounted);
        }

        /** Whether an item differs from the last generation. */
        public boolean isChanged(Decided each) {
            return changed.contains(each.item().path());
        }
    }

    /**
     * @param last empty for a whole generation
     * @param usable ids of the generations whose bytes can be referred to
     * @param byDigest whether contents are compared everywhere
     */
    public Changes(
            Optional<Manifest> last, Set<String> usable, boolean byDigest, CancelToken cancel) {
        this.last = last;
        this.usable = usable;
        this.byDigest = byDigest;
        this.cancel = cancel;
        for (ManifestLine line : last.map(Manifest::lines).orElse(List.of())) {
            byDiskKey.put(line.diskKey(), line);
            if (line.kind() == ItemKind.FILE && !line.key().isEmpty()) {
                byKey.put(line.key(), line);
            }
        }
    }

    /**
     * @param items what was found on disk
     * @param scope what was looked for
     */
    public Found of(List<FileItem> items, BackupScope scope, ProgressMeter meter)
            throws IOException {
        List<Decided> decided = new ArrayList<>(items.size());
        try (Workers workers = Workers.start();
                InOrder<List<Decided>> order =
                        new InOrder<>(workers, 4L * workers.count(), decided::addAll)) {
            Batches<FileItem> batches =
                    new Batches<>(
                            (share, bytes) -> order.submit(1, () -> decide(share, scope, meter)));
            for (FileItem item : items) {
                cancel.check();
                batches.add(item, 0);
            }
            batches.flush();
            order.finish();
        }
        return new ChangeSummary(byDiskKey, last, scope).of(decided);
    }

    private List<Decided> decide(List<FileItem> share, BackupScope scope, ProgressMeter meter)
            throws IOException {
        List<Decided> decided = new ArrayList<>(share.size());
        for (FileItem item : share) {
            cancel.check();
            meter.startItem(item.path());
            // before the contents are compared: a change in between is found in the next run
            Identity identity = Identity.of(item.source());
            String disk = scope.diskPath(item);
            ManifestLine line = byDiskKey.get(DiskPath.key(item.path(), disk));
            decided.add(
                    new Decided(
                            item,
                            identity,
                            disk,
                            Optional.ofNullable(line),
                            before(item, identity, line),
                            line != null && differsInTimeOnly(item, line)));
            meter.itemDone();
        }
        return decided;
    }

    private Optional<ManifestLine> before(
            FileItem item, Identity identity, @Nullable ManifestLine line) throws IOException {
        if (line != null && isStill(item, identity, line)) {
            return Optional.of(line);
        }
        ManifestLine other = item.kind() == ItemKind.FILE ? byKey.get(identity.key()) : null;
        return other != null && other != line && isStill(item, identity, other)
                ? Optional.of(other)
                : Optional.empty();
    }

    private boolean isStill(FileItem item, Identity identity, ManifestLine line)
            throws IOException {
        boolean possible =
                line.kind() == item.kind()
                        && line.size() == item.size()
                        && line.mode() == item.permissions()
                        && usable.contains(line.generation());
        if (!possible) {
            return false;
        }
        boolean untouched = !line.changed().isEmpty() && line.changed().equals(identity.changed());
        return switch (item.kind()) {
            case FOLDER -> untouched || sameTime(item, line) && hasDetails(item, line);
            case LINK ->
                    untouched
                            || sameTime(item, line)
                                    && hasDetails(item, line)
                                    && sameContents(item, line);
            case FILE -> isStillFile(item, identity, line, untouched);
        };
    }

    private boolean isStillFile(
            FileItem item, Identity identity, ManifestLine line, boolean untouched)
            throws IOException {
        if (!sameTime(item, line)) {
            return false; // the time is stored beside the contents
        }
        boolean certain =
                !byDigest && !isDoubtful(item) && untouched && line.key().equals(identity.key());
        return certain || (hasDetails(item, line) && sameContents(item, line));
    }

    /** Java restores the time of a link to the microsecond only. */
    private static boolean sameTime(FileItem item, ManifestLine line) {
        return item.kind() == ItemKind.LINK
                ? line.modified()
                        .truncatedTo(ChronoUnit.MICROS)
                        .equals(item.modified().truncatedTo(ChronoUnit.MICROS))
                : line.modified().equals(item.modified());
    }

    /** Owner, attributes and mode are as stored, or the format stores none. */
    private boolean hasDetails(FileItem item, ManifestLine line) {
        return line.details().isEmpty()
                || line.details().equals(Identity.details(item.source(), details));
    }

    private boolean differsInTimeOnly(FileItem item, ManifestLine line) {
        return item.kind() == ItemKind.FOLDER
                && line.kind() == ItemKind.FOLDER
                && line.mode() == item.permissions()
                && hasDetails(item, line);
    }

    /** Written in the moment of the last run: its time cannot tell it from a later change. */
    private boolean isDoubtful(FileItem item) {
        Instant run = Generation.timeOf(last.orElseThrow().generation());
        return !item.modified().isBefore(run.minusSeconds(2));
    }

    private boolean sameContents(FileItem item, ManifestLine line) throws IOException {
        if (line.digest().isEmpty()) {
            return false;
        }
        try (InputStream in = ItemContents.open(item)) {
            return Sha256.of(in, cancel).equals(line.digest());
        } catch (IOException e) {
            return false; // storing it reports what is wrong with it
        }
    }
}
