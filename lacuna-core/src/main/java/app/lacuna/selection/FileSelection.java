package app.lacuna.selection;

import app.lacuna.common.SaturatedSum;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * The frozen list of what goes in. A folder stands before what it contains; within a folder the
 * order is that of the names, so the same files always give the same list.
 *
 * @param linkRoots links that were chosen themselves: they go in as links, without what they point
 *     to, which may not be what was meant
 */
public record FileSelection(
        List<FileItem> items, List<LeftOut> leftOut, List<Renamed> renamed, List<Path> linkRoots) {

    public static final FileSelection EMPTY =
            new FileSelection(List.of(), List.of(), List.of(), List.of());

    public FileSelection {
        items = List.copyOf(items);
        leftOut = List.copyOf(leftOut);
        renamed = List.copyOf(renamed);
        linkRoots = List.copyOf(linkRoots);
    }

    public long totalBytes() {
        return SaturatedSum.of(items, FileItem::size);
    }

    /** Whether something that should have gone in could not be read. */
    public boolean isIncomplete() {
        return leftOut.stream().anyMatch(left -> left.reason().meansIncomplete());
    }

    /** The same without these places on disk and everything below them, which is said of them. */
    public FileSelection without(Set<Path> sources) {
        return without(sources, LeftOut.Reason.TAKEN_OUT);
    }

    public FileSelection without(Set<Path> sources, LeftOut.Reason reason) {
        if (sources.isEmpty()) {
            return this;
        }
        List<LeftOut> all = new ArrayList<>(leftOut);
        sources.forEach(source -> all.add(new LeftOut(source, reason)));
        List<FileItem> kept =
                items.stream().filter(item -> !isAtOrBelow(item.source(), sources)).toList();
        return new FileSelection(kept, all, renamed, linkRoots);
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
