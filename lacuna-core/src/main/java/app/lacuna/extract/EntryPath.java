package app.lacuna.extract;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What becomes of the path that an archive gives an entry: parts that are safe to join to a folder,
 * or the reason why not. Nothing here looks at the disk.
 *
 * @param mapped whether a part had to be changed because the target system can not have it
 */
record EntryPath(List<String> parts, boolean mapped, Optional<NameRefusal> refusal) {
    private static final Pattern DRIVE = Pattern.compile("[A-Za-z]:([/\\\\].*)?", Pattern.DOTALL);

    static EntryPath of(String path, NamingRules rules) {
        if (path.indexOf('\0') >= 0) {
            return refused(NameRefusal.IMPOSSIBLE);
        }
        if (path.startsWith("/") || path.startsWith("\\") || DRIVE.matcher(path).matches()) {
            return refused(NameRefusal.ABSOLUTE);
        }
        for (String part : path.split("[/\\\\]")) {
            if (part.trim().equals("..")) {
                return refused(NameRefusal.CLIMBS_OUT);
            }
        }
        List<String> parts = new ArrayList<>();
        boolean mapped = false;
        for (String part : path.split("/")) {
            if (part.isEmpty() || part.equals(".")) {
                continue;
            }
            String name = rules.mapped(part);
            mapped |= !name.equals(part);
            parts.add(name);
        }
        return parts.isEmpty()
                ? refused(NameRefusal.IMPOSSIBLE)
                : new EntryPath(List.copyOf(parts), mapped, Optional.empty());
    }

    private static EntryPath refused(NameRefusal reason) {
        return new EntryPath(List.of(), false, Optional.of(reason));
    }
}
