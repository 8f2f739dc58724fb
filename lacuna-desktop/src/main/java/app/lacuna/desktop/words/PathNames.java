package app.lacuna.desktop.words;

import java.nio.file.Path;

/** How places are called on the page. */
public final class PathNames {
    private PathNames() {}

    /** The last name of it; of the root of a drive, which has none, all of it. */
    public static String last(Path path) {
        Path name = path.getFileName();
        return name == null || name.toString().isEmpty() ? path.toString() : name.toString();
    }

    /** As one knows it: below the own folder it begins with "~". */
    public static String known(Path path) {
        Path home = Path.of(System.getProperty("user.home", ""));
        boolean below = path.startsWith(home) && home.getNameCount() > 0;
        if (!below) {
            return path.toString();
        }
        Path rest = home.relativize(path);
        return rest.toString().isEmpty()
                ? home.toString()
                : "~" + path.getFileSystem().getSeparator() + rest;
    }
}
