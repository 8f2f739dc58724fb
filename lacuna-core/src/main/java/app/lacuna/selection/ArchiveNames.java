package app.lacuna.selection;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Gives every item a path inside the archive that no other item has. */
final class ArchiveNames {
    private final Set<String> taken = new HashSet<>();

    /** From which number on a path may be free: thousands of equal names are not counted anew. */
    private final Map<String, Integer> next = new HashMap<>();

    /** The path itself if it is free, otherwise one with a number before the extension. */
    String claim(String path, ItemKind kind) {
        if (taken.add(path)) {
            return path;
        }
        String like = numbered(path, kind, 1);
        for (int number = next.getOrDefault(like, 2); ; number++) {
            String free = numbered(path, kind, number);
            if (taken.add(free)) {
                next.put(like, number + 1);
                return free;
            }
        }
    }

    private static String numbered(String path, ItemKind kind, int number) {
        int dot = path.lastIndexOf('.');
        boolean hasExtension = kind != ItemKind.FOLDER && dot > path.lastIndexOf('/') + 1;
        return hasExtension
                ? path.substring(0, dot) + " (" + number + ")" + path.substring(dot)
                : path + " (" + number + ")";
    }
}
