package app.lacuna.generations;

import app.lacuna.generations.Changes.Counts;
import app.lacuna.generations.Changes.Decided;
import app.lacuna.generations.Changes.Found;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Counts what changed, and finds what is gone and what could not be inspected. */
final class ChangeSummary {
    private final Map<String, ManifestLine> previous;
    private final Optional<Manifest> last;
    private final BackupScope scope;
    private final List<ManifestLine> gone = new ArrayList<>();
    private final List<ManifestLine> unseen = new ArrayList<>();
    private final Set<String> changed = new HashSet<>();
    private final Set<String> touchedFolders = new HashSet<>();
    private long added;
    private long altered;
    private long renamed;
    private long same;

    ChangeSummary(Map<String, ManifestLine> previous, Optional<Manifest> last, BackupScope scope) {
        this.previous = previous;
        this.last = last;
        this.scope = scope;
    }

    Found of(List<Decided> decided) {
        Set<String> unmounted = unmounted(decided);
        List<FileItem> notMounted = new ArrayList<>();
        List<Decided> seen = new ArrayList<>(decided.size());
        for (Decided each : decided) {
            if (unmounted.contains(each.item().path())) {
                notMounted.add(each.item());
            } else {
                seen.add(each);
            }
        }
        findMissing(seen, unmounted);
        count(seen);
        List<FileItem> toStore =
                seen.stream().filter(e -> e.before().isEmpty()).map(Decided::item).toList();
        Counts counts = new Counts(added, altered, renamed, same, gone.size(), unseen.size());
        return new Found(scope, seen, Set.copyOf(changed), toStore, unseen, notMounted, counts);
    }

    /** Folders on which another disk was mounted, and that are empty folders now. */
    private Set<String> unmounted(List<Decided> decided) {
        Set<String> unmounted = new HashSet<>();
        if (previous.isEmpty()) {
            return unmounted;
        }
        Map<String, String> devices = new HashMap<>();
        Set<String> notEmpty = new HashSet<>();
        for (Decided each : decided) {
            String path = each.item().path();
            notEmpty.add(parent(path));
            if (each.item().kind() == ItemKind.FOLDER) {
                devices.put(path, Identity.device(each.identity().key()));
            }
        }
        for (Decided each : decided) {
            String path = each.item().path();
            String device = devices.get(path);
            ManifestLine line = each.previous().orElse(null);
            if (device != null
                    && line != null
                    && line.kind() == ItemKind.FOLDER
                    && !notEmpty.contains(path)
                    && path.indexOf('/') > 0
                    && device.equals(devices.get(parent(path)))
                    && wasMounted(line)) {
                unmounted.add(path);
            }
        }
        return unmounted;
    }

    private boolean wasMounted(ManifestLine line) {
        ManifestLine around = previous.get(parent(line.path()));
        return around != null
                && !around.key().isEmpty()
                && !Identity.device(around.key()).equals(Identity.device(line.key()));
    }

    private static String parent(String path) {
        int slash = path.lastIndexOf('/');
        return slash < 0 ? "" : path.substring(0, slash);
    }

    /** A renamed file is not gone: its line is the one that another item refers to. */
    private void findMissing(List<Decided> seen, Set<String> unmounted) {
        Set<String> found = new HashSet<>();
        for (Decided each : seen) {
            found.add(each.diskKey());
        }
        Set<String> moved = new HashSet<>();
        for (Decided each : seen) {
            each.before()
                    .map(ManifestLine::diskKey)
                    .filter(key -> !found.contains(key))
                    .ifPresent(moved::add);
        }
        previous.forEach(
                (key, line) -> {
                    if (found.contains(key)) {
                        return;
                    }
                    if (isUnseen(line, unmounted)) {
                        unseen.add(line.notSeen());
                    } else if (!moved.contains(key)) {
                        gone.add(line);
                        touchedFolders.add(parent(line.path()));
                    } else {
                        touchedFolders.add(parent(line.path()));
                    }
                });
        unseen.sort((one, other) -> one.path().compareTo(other.path()));
    }

    private boolean isUnseen(ManifestLine line, Set<String> unmounted) {
        for (String path = line.path(); !path.isEmpty(); path = parent(path)) {
            if (unmounted.contains(path)) {
                return true;
            }
        }
        Optional<Path> place = last.flatMap(manifest -> manifest.place(line));
        return place.isPresent() && scope.isUnseen(place.get());
    }

    private void count(List<Decided> seen) {
        List<Decided> folders = new ArrayList<>();
        for (Decided each : seen) {
            String path = each.item().path();
            if (each.before().isPresent() && isSamePlace(each)) {
                same++;
            } else if (each.onlyTime()) {
                folders.add(each);
            } else {
                touchedFolders.add(parent(path));
                changed.add(path);
                if (each.before().isPresent()) {
                    renamed++;
                } else if (each.previous().isPresent()) {
                    altered++;
                } else {
                    added++;
                }
            }
        }
        for (Decided each : folders) {
            // an item that came or went gives its folder a new time: that is one change
            if (touchedFolders.contains(each.item().path())) {
                same++;
            } else {
                altered++;
                changed.add(each.item().path());
            }
        }
    }

    private static boolean isSamePlace(Decided each) {
        return each.before().orElseThrow().diskKey().equals(each.diskKey());
    }
}
