package app.lacuna.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;

/**
 * Whether something exists at a path. A path that cannot be inspected (no permission, I/O error) is
 * neither present nor absent.
 */
public enum Presence {
    EXISTS,
    ABSENT,
    UNKNOWN;

    /** Inspects the path without following a link at its end. */
    public static Presence of(Path path) {
        try {
            Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            return EXISTS;
        } catch (NoSuchFileException e) {
            return ABSENT;
        } catch (IOException | SecurityException e) {
            return isBelowFile(path) ? ABSENT : UNKNOWN;
        }
    }

    /**
     * A file took the place of a parent folder: the system reports an error of its own for that.
     */
    private static boolean isBelowFile(Path path) {
        for (Path at = path.getParent(); at != null; at = at.getParent()) {
            try {
                return !Files.readAttributes(at, BasicFileAttributes.class).isDirectory();
            } catch (IOException | SecurityException e) {
                continue; // the next parent decides
            }
        }
        return false;
    }
}
