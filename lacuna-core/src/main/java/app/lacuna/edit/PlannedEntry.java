package app.lacuna.edit;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.Optional;

/**
 * One entry as it will be, or will no longer be, when the pending changes are written.
 *
 * @param path the one it will have
 * @param before what the archive has now; absent for what is added
 * @param added what takes its place, or is added
 */
public record PlannedEntry(
        String path, State state, Optional<ArchiveEntry> before, Optional<FileItem> added) {
    public enum State {
        UNTOUCHED,
        MOVED,
        ADDED,
        REPLACED,
        REMOVED
    }

    static PlannedEntry untouched(ArchiveEntry entry) {
        return new PlannedEntry(
                entry.path(), State.UNTOUCHED, Optional.of(entry), Optional.empty());
    }

    static PlannedEntry added(FileItem item) {
        return new PlannedEntry(item.path(), State.ADDED, Optional.empty(), Optional.of(item));
    }

    PlannedEntry replacedBy(FileItem item) {
        return before.isEmpty()
                ? added(item)
                : new PlannedEntry(path, State.REPLACED, before, Optional.of(item));
    }

    PlannedEntry movedTo(String other) {
        if (added.isPresent()) {
            Optional<FileItem> item = added.map(old -> old.withPath(other));
            return new PlannedEntry(other, state, before, item);
        }
        boolean back = before.orElseThrow().path().equals(other);
        return new PlannedEntry(other, back ? State.UNTOUCHED : State.MOVED, before, added);
    }

    PlannedEntry removed() {
        return new PlannedEntry(path, State.REMOVED, before, Optional.empty());
    }

    public boolean isThere() {
        return state != State.REMOVED;
    }

    public String name() {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    public ItemKind kind() {
        return added.map(FileItem::kind).orElseGet(() -> before.orElseThrow().kind());
    }

    public long size() {
        return added.map(FileItem::size).orElseGet(() -> before.orElseThrow().size());
    }

    public Instant modified() {
        return added.map(FileItem::modified).orElseGet(() -> before.orElseThrow().modified());
    }
}
