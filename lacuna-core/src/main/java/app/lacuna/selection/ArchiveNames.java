package app.lacuna.selection;

import java.util.HashSet;
import java.util.Set;

/** Gives every item a path inside the archive that no other item has. */
final class ArchiveNames {
    private final Set<String> taken = new HashSet<>();

    /** The path itself if it is free, otherwise one with a number before the extension. */
    String claim(String path, ItemKind kind) {
        String free = path;
        for (int number = 2; !taken.add(free); number++) {
            free = numbered(path, kind, number);
        }
        return free;
    }

    private static String numbered(String path, ItemKind kind, int number) {
        int dot = path.lastIndexOf('.');
        boolean hasExtension = kind != ItemKind.FOLDER && dot > path.lastIndexOf('/') + 1;
        return hasExtension
                ? path.substring(0, dot) + " (" + number + ")" + path.substring(dot)
                : path + " (" + number + ")";
    }
}
