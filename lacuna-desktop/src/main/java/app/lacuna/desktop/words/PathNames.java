package app.lacuna.desktop.words;

import java.nio.file.Path;
import java.util.regex.Pattern;

/** How places are called on the page. */
public final class PathNames {
    private static final int SHORT = 34;
    private static final Pattern UNSEEN = Pattern.compile("[\\p{Cc}\\p{Cf}\\p{Zl}\\p{Zp}]");

    private PathNames() {}

    /** The last name of it; of the root of a drive, which has none, all of it. */
    public static String last(Path path) {
        Path name = path.getFileName();
        return name == null || name.toString().isEmpty() ? path.toString() : name.toString();
    }

    /** With a mark in place of what breaks a line, is not seen, or turns the order around. */
    public static String printable(String name) {
        return UNSEEN.matcher(name).replaceAll("\ufffd");
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

    /** The same in a sentence: of a place that lies deep, the last two names. */
    public static String brief(Path path) {
        String known = known(path);
        int names = path.getNameCount();
        if (known.length() <= SHORT || names < 3) {
            return known;
        }
        String separator = path.getFileSystem().getSeparator();
        return "\u2026" + separator + path.subpath(names - 2, names);
    }
}
