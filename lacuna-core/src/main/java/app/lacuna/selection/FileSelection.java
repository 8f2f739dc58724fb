package app.lacuna.selection;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;

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

    /** The same without these places on disk and everything below them. */
    public FileSelection without(Set<Path> sources) {
        return sources.isEmpty()
                ? this
                : new FileSelection(
                        items.stream()
                                .filter(item -> !isAtOrBelow(item.source(), sources))
                                .toList(),
                        leftOut,
                        renamed);
    }

    private static boolean isAtOrBelow(Path source, Set<Path> tops) {
        for (Path path = source; path != null; path = path.getParent()) {
            if (tops.contains(path)) {
                return true;
            }
        }
        return false;
    }
}
