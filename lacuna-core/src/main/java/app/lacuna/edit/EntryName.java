package app.lacuna.edit;

import app.lacuna.error.EditRefused;
import app.lacuna.error.EditRefused.Reason;

/** Which paths an entry can be given: those that come out again on every system, or nearly so. */
final class EntryName {
    private static final int MAX_BYTES = 65_535; // 4.4.10 of APPNOTE.TXT: a field of two bytes

    /** Deeper than any file system lets a path be. */
    static final int MAX_DEPTH = 1_000;

    private EntryName() {}

    static void requirePossible(String path) throws EditRefused {
        if (path.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > MAX_BYTES) {
            throw new EditRefused(Reason.NAME_IMPOSSIBLE, path);
        }
        if (path.chars().filter(letter -> letter == '/').count() >= MAX_DEPTH) {
            throw new EditRefused(Reason.NAME_IMPOSSIBLE, path);
        }
        for (String part : path.split("/", -1)) {
            boolean elsewhere = part.isBlank() || part.equals(".") || part.equals("..");
            if (elsewhere || part.chars().anyMatch(EntryName::isNoLetter)) {
                throw new EditRefused(Reason.NAME_IMPOSSIBLE, path);
            }
        }
    }

    private static boolean isNoLetter(int character) {
        return character == '\\' || Character.isISOControl(character);
    }
}
