package app.lacuna.generations;

import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Sha256;
import app.lacuna.pipeline.Batches;
import app.lacuna.pipeline.InOrder;
import app.lacuna.pipeline.Workers;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Holds what is on disk now against the last generation. A file is the one it was if its size,
 * times and key are; where they leave a doubt its contents are read and compared by their digest. A
 * file that has only been renamed is recognised, and its bytes are not stored again.
 */
public final class Changes {
    private final Optional<Manifest> last;
    private final Set<String> there;
    private final boolean byDigest;
    private final CancelToken cancel;
    private final DetailsReader details = new DetailsReader();
    private final Map<String, ManifestLine> byPath = new HashMap<>();
    private final Map<String, ManifestLine> byKey = new HashMap<>();

    /**
     * What has become of one item.
     *
     * @param before the line of the last generation that has its bytes, if they need not be stored
     */
    public record Decided(FileItem item, Identity identity, Optional<ManifestLine> before) {}

    /**
     * How much of what there is.
     *
     * @param added not there before, under any name
     * @param gone there before, and not any more
     */
    public record Counts(long added, long changed, long renamed, long same, long gone) {
        public boolean isNothing() {
            return added + changed + renamed + gone == 0;
        }
    }

    /**
     * What is to be done.
     *
     * @param toStore those whose bytes go into the new generation
     */
    public record Found(List<Decided> decided, List<FileItem> toStore, Counts counts) {
        public Found {
            decided = List.copyOf(decided);
            toStore = List.copyOf(toStore);
        }
    }

    /**
     * @param last empty for a whole generation
     * @param there the generations whose bytes can be referred to
     * @param byDigest whether contents are compared everywhere
     */
    public Changes(
            Optional<Manifest> last, Set<String> there, boolean byDigest, CancelToken cancel) {
        this.last = last;
        this.there = there;
        this.byDigest = byDigest;
        this.cancel = cancel;
        for (ManifestLine line : last.map(Manifest::lines).orElse(List.of())) {
            byPath.put(line.path(), line);
            if (line.kind() == ItemKind.FILE && !line.key().isEmpty()) {
                byKey.put(line.key(), line);
            }
        }
    }

    public Found of(List<FileItem> items, ProgressMeter meter) throws IOException {
        List<Decided> decided = new ArrayList<>(items.size());
        try (Workers workers = Workers.start();
                InOrder<List<Decided>> order =
                        new InOrder<>(workers, 4L * workers.count(), decided::addAll)) {
            Batches<FileItem> batches =
                    new Batches<>((share, bytes) -> order.submit(1, () -> decide(share, meter)));
            for (FileItem item : items) {
                cancel.check();
                batches.add(item, 0);
            }
            batches.flush();
            order.finish();
        }
        return found(decided);
    }

    private Found found(List<Decided> decided) {
        List<FileItem> toStore = new ArrayList<>();
        Set<String> paths = new HashSet<>();
        Set<String> moved = new HashSet<>();
        long added = 0;
        long changed = 0;
        long renamed = 0;
        long same = 0;
        for (Decided each : decided) {
            String path = each.item().path();
            paths.add(path);
            ManifestLine before = byPath.get(path);
            if (each.before().isEmpty()) {
                toStore.add(each.item());
                if (before != null && isSameFolder(each.item(), before)) {
                    same++; // what lies in it is told by itself
                } else if (before == null) {
                    added++;
                } else {
                    changed++;
                }
            } else if (!each.before().get().path().equals(path)) {
                renamed++;
                moved.add(each.before().get().path());
            } else if (isAlike(each)) {
                same++;
            } else {
                changed++; // its time, or its permissions
            }
        }
        long gone =
                byPath.keySet().stream()
                        .filter(path -> !paths.contains(path) && !moved.contains(path))
                        .count();
        return new Found(decided, toStore, new Counts(added, changed, renamed, same, gone));
    }

    private static boolean isSameFolder(FileItem item, ManifestLine before) {
        return item.kind() == ItemKind.FOLDER
                && before.kind() == ItemKind.FOLDER
                && before.mode() == item.permissions();
    }

    private static boolean isAlike(Decided each) {
        ManifestLine before = each.before().orElseThrow();
        boolean folder = each.item().kind() == ItemKind.FOLDER;
        return before.mode() == each.item().permissions()
                && (folder || before.modified().equals(each.item().modified()));
    }

    private List<Decided> decide(List<FileItem> share, ProgressMeter meter) throws IOException {
        List<Decided> decided = new ArrayList<>(share.size());
        for (FileItem item : share) {
            cancel.check();
            meter.startItem(item.path());
            Identity identity = Identity.of(item.source());
            decided.add(new Decided(item, identity, before(item, identity)));
            meter.itemDone();
        }
        return decided;
    }

    private Optional<ManifestLine> before(FileItem item, Identity identity) throws IOException {
        ManifestLine line = byPath.get(item.path());
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
                        && there.contains(line.generation());
        if (!possible) {
            return false;
        }
        return switch (item.kind()) {
            // its rights and attributes are stored with it, so it is stored again if they are
            // others
            case FOLDER ->
                    line.mode() == item.permissions() && line.changed().equals(identity.changed());
            case LINK -> line.changed().equals(identity.changed()) && !line.changed().isEmpty();
            case FILE -> isStillFile(item, identity, line);
        };
    }

    private boolean isStillFile(FileItem item, Identity identity, ManifestLine line)
            throws IOException {
        if (!line.modified().equals(item.modified()) || line.mode() != item.permissions()) {
            return false; // what is kept beside the contents is another now
        }
        boolean certain =
                !byDigest
                        && !isDoubtful(item)
                        && line.key().equals(identity.key())
                        && !line.changed().isEmpty()
                        && line.changed().equals(identity.changed());
        return certain
                || (line.details().equals(Identity.details(item.source(), details))
                        && sameContents(item, line));
    }

    /** Written in the moment of the last run: its time can not tell it from what came after. */
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
            return false; // it is to be stored, and says then what is wrong with it
        }
    }
}
