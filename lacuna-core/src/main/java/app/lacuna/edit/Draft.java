package app.lacuna.edit;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.error.EditRefused;
import app.lacuna.error.EditRefused.Reason;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Applies edits one after the other to the entries of an archive. */
final class Draft {
    /** So many are compared one by one. */
    private static final int FEW = 8;

    /**
     * What will be there, by its path; an archive that has a path twice has the later one apart.
     */
    private Map<String, PlannedEntry> there = new LinkedHashMap<>();

    /** How many of them are in each folder, at any depth: also folders that only paths lead to. */
    private Map<String, Integer> below = new HashMap<>();

    private final List<PlannedEntry> gone = new ArrayList<>();
    private final List<PlannedEntry> doubles = new ArrayList<>();

    Draft(List<ArchiveEntry> entries) {
        for (ArchiveEntry entry : entries) {
            PlannedEntry planned = PlannedEntry.untouched(entry);
            if (there.putIfAbsent(entry.path(), planned) != null) {
                doubles.add(planned);
            } else {
                countAbove(entry.path());
            }
        }
    }

    private void countAbove(String path) {
        int depth = 0;
        for (int end = path.lastIndexOf('/');
                end > 0 && depth < EntryName.MAX_DEPTH;
                end = path.lastIndexOf('/', end - 1)) {
            below.merge(path.substring(0, end), 1, Integer::sum);
            depth++;
        }
    }

    void apply(Edit edit) throws EditRefused {
        if (edit instanceof Edit.Remove remove) {
            remove(remove.paths());
        } else if (edit instanceof Edit.Move move) {
            move(move.from(), move.to());
        } else if (edit instanceof Edit.Put put) {
            for (FileItem item : put.items()) {
                put(item);
            }
        }
    }

    private void remove(List<String> paths) throws EditRefused {
        Set<String> tops = Set.copyOf(paths);
        int before = gone.size();
        int size = there.size();
        rebuild(
                planned ->
                        isAtOrBelow(planned.path(), tops)
                                ? removed(planned)
                                : Optional.of(planned));
        if (gone.size() == before && there.size() == size) {
            throw new EditRefused(Reason.NOT_FOUND, paths.isEmpty() ? "" : paths.get(0));
        }
    }

    private Optional<PlannedEntry> removed(PlannedEntry planned) {
        if (planned.before().isPresent()) {
            gone.add(planned.removed());
        }
        return Optional.empty();
    }

    private static boolean isAtOrBelow(String path, Set<String> tops) {
        if (tops.size() <= FEW) {
            for (String top : tops) {
                boolean below = path.startsWith(top) && path.startsWith("/", top.length());
                if (below || path.equals(top)) {
                    return true;
                }
            }
            return false;
        }
        for (int end = path.length(); end > 0; end = path.lastIndexOf('/', end - 1)) {
            if (tops.contains(path.substring(0, end))) {
                return true;
            }
        }
        return false;
    }

    private void move(String from, String to) throws EditRefused {
        EntryName.requirePossible(to);
        if (to.startsWith(from + "/")) {
            throw new EditRefused(Reason.INTO_ITSELF, to);
        }
        if (isTaken(to)) {
            throw new EditRefused(Reason.NAME_TAKEN, to);
        }
        requireFolderAbove(to);
        Set<String> top = Set.of(from);
        boolean[] found = {false};
        rebuild(
                planned -> {
                    if (!isAtOrBelow(planned.path(), top)) {
                        return Optional.of(planned);
                    }
                    found[0] = true;
                    return Optional.of(
                            planned.movedTo(to + planned.path().substring(from.length())));
                });
        if (!found[0]) {
            throw new EditRefused(Reason.NOT_FOUND, from);
        }
    }

    /** As an entry, or as a folder that only paths lead through. */
    private boolean isTaken(String path) {
        return there.containsKey(path) || below.containsKey(path);
    }

    private void requireFolderAbove(String path) throws EditRefused {
        for (int end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
            PlannedEntry above = there.get(path.substring(0, end));
            if (above != null && above.kind() != ItemKind.FOLDER) {
                throw new EditRefused(Reason.OTHER_KIND, above.path());
            }
        }
    }

    private void put(FileItem item) throws EditRefused {
        EntryName.requirePossible(item.path());
        requireFolderAbove(item.path());
        PlannedEntry there = this.there.get(item.path());
        boolean folder = item.kind() == ItemKind.FOLDER;
        if (there == null) {
            if (!folder && isTaken(item.path())) {
                throw new EditRefused(Reason.OTHER_KIND, item.path());
            }
            this.there.put(item.path(), PlannedEntry.added(item));
            countAbove(item.path());
            return;
        }
        if (folder != (there.kind() == ItemKind.FOLDER)) {
            throw new EditRefused(Reason.OTHER_KIND, item.path());
        }
        if (!folder) {
            this.there.put(item.path(), there.replacedBy(item));
        }
    }

    /** Null takes an entry out. */
    private void rebuild(Function<PlannedEntry, Optional<PlannedEntry>> change) {
        Map<String, PlannedEntry> next = new LinkedHashMap<>();
        for (PlannedEntry planned : there.values()) {
            change.apply(planned).ifPresent(changed -> next.put(changed.path(), changed));
        }
        there = next;
        below = new HashMap<>();
        there.keySet().forEach(this::countAbove);
        List<PlannedEntry> kept = doubles.stream().map(change).flatMap(Optional::stream).toList();
        doubles.clear();
        doubles.addAll(kept);
    }

    ChangePlan plan() {
        // What will be gone comes first, so that of the same path the other one is what is seen.
        List<PlannedEntry> all = new ArrayList<>(gone);
        all.addAll(there.values());
        all.addAll(doubles);
        return new ChangePlan(all);
    }
}
