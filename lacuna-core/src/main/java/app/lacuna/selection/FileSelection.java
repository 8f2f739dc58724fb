package app.lacuna.selection;

import java.util.List;

/**
 * The frozen list of what goes in. A folder stands before what it contains; within a folder the
 * order is that of the names, so the same files always give the same list.
 */
public record FileSelection(List<FileItem> items, List<LeftOut> leftOut, List<Renamed> renamed) {

    public static final FileSelection EMPTY = new FileSelection(List.of(), List.of(), List.of());

    public FileSelection {
        items = List.copyOf(items);
        leftOut = List.copyOf(leftOut);
        renamed = List.copyOf(renamed);
    }

    public long totalBytes() {
        return items.stream().mapToLong(FileItem::size).sum();
    }

    /** Whether something that should have gone in could not be read. */
    public boolean isIncomplete() {
        return leftOut.stream().anyMatch(left -> left.reason().meansIncomplete());
    }
}
