package app.lacuna.edit;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.error.EditRefused;
import app.lacuna.selection.FileItem;
import java.util.ArrayList;
import java.util.List;

/**
 * What the user wants changed in an archive, one edit after the other, until it is written in one
 * go or taken back. Nothing here touches the archive. One thread at a time.
 */
public final class PendingChanges {
    private final List<ArchiveEntry> entries;
    private final List<Edit> edits = new ArrayList<>();
    private Draft draft;

    public PendingChanges(List<ArchiveEntry> entries) {
        this.entries = List.copyOf(entries);
        this.draft = new Draft(this.entries);
    }

    /** With everything that is in them, where they are folders. */
    public void remove(List<String> paths) throws EditRefused {
        add(new Edit.Remove(List.copyOf(paths)));
    }

    /** Renames, or moves into another folder; a folder takes everything in it along. */
    public void move(String from, String to) throws EditRefused {
        if (from.equals(to)) {
            throw new EditRefused(EditRefused.Reason.SAME_NAME, to);
        }
        add(new Edit.Move(from, to));
    }

    /** Adds; a file whose path is taken replaces what is there. */
    public void put(List<FileItem> items) throws EditRefused {
        if (!items.isEmpty()) {
            add(new Edit.Put(List.copyOf(items)));
        }
    }

    /** The same into a folder of the archive; an empty path is the top. */
    public void put(List<FileItem> items, String folder) throws EditRefused {
        put(
                folder.isEmpty()
                        ? items
                        : items.stream()
                                .map(item -> item.withPath(folder + "/" + item.path()))
                                .toList());
    }

    private void add(Edit edit) throws EditRefused {
        try {
            draft.apply(edit);
            edits.add(edit);
        } catch (EditRefused e) {
            draft = drafted(); // part of the edit may have been made
            throw e;
        }
    }

    private Draft drafted() {
        Draft again = new Draft(entries);
        try {
            for (Edit edit : edits) {
                again.apply(edit);
            }
        } catch (EditRefused e) {
            throw new IllegalStateException("what was possible before still is", e);
        }
        return again;
    }

    /** Takes the last edit back. Does nothing if there is none. */
    public void undo() {
        if (edits.isEmpty()) {
            return;
        }
        edits.remove(edits.size() - 1);
        draft = drafted();
    }

    public void clear() {
        edits.clear();
        draft = new Draft(entries);
    }

    public boolean isEmpty() {
        return edits.isEmpty();
    }

    /** The number of edits, each of which can be taken back. */
    public int count() {
        return edits.size();
    }

    public ChangePlan plan() {
        return draft.plan();
    }
}
