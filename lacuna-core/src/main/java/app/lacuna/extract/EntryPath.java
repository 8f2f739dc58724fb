package app.lacuna.extract;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What becomes of the path that an archive gives an entry: parts that are safe to join to a folder,
 * or the reason why not. Nothing here looks at the disk.
 *
 * @param mapped whether a part had to be changed because the target system can not have it, or
 *     because it would lead somewhere else on another one
 */
record EntryPath(List<String> parts, boolean mapped, Optional<NameRefusal> refusal) {
    /** Deeper than any file system lets a path be. */
    static final int MAX_DEPTH = 1_000;

    private static final Pattern DRIVE = Pattern.compile("[A-Za-z]:([/\\\\].*)?", Pattern.DOTALL);

    static EntryPath of(String path, NamingRules rules) {
        if (path.indexOf('\0') >= 0) {
            return refused(NameRefusal.IMPOSSIBLE);
        }
        if (path.startsWith("/") || path.startsWith("\\") || DRIVE.matcher(path).matches()) {
            return refused(NameRefusal.ABSOLUTE);
        }
        if (path.chars().filter(letter -> letter == '/').limit(MAX_DEPTH).count() == MAX_DEPTH) {
            return refused(NameRefusal.TOO_DEEP);
        }
        List<String> parts = new ArrayList<>();
        boolean mapped = false;
        for (String part : path.split("/")) {
            if (part.equals("..")) {
                return refused(NameRefusal.CLIMBS_OUT);
            }
            if (part.isEmpty() || part.equals(".")) {
                continue;
            }
            String name = rules.mapped(withoutTricks(part));
            mapped |= !name.equals(part);
            parts.add(name);
        }
        return parts.isEmpty()
                ? refused(NameRefusal.IMPOSSIBLE)
                : new EntryPath(List.copyOf(parts), mapped, Optional.empty());
    }

    /**
     * A name that is one here and leads upwards elsewhere, where the other slash separates and
     * blanks at the end do not count, gets signs that mean nothing anywhere. Other names with a
     * backslash in them stay what they are.
     */
    private static String withoutTricks(String name) {
        for (String piece : name.split("\\\\", -1)) {
            if (piece.strip().equals("..") || piece.strip().equals(".")) {
                return name.replace('\\', '_').replaceAll("[\\s\\x00-\\x1f]", "_");
            }
        }
        return name;
    }

    private static EntryPath refused(NameRefusal reason) {
        return new EntryPath(List.of(), false, Optional.of(reason));
    }
}
