package app.lacuna.selection;

import java.nio.file.FileSystems;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.PathMatcher;

/**
 * Chooses paths inside an archive by a pattern, in the syntax of {@link
 * java.nio.file.FileSystem#getPathMatcher}. A pattern with a slash is held against the whole path,
 * one without against every part of it; a folder that matches brings everything in it.
 */
public final class PathGlob {
    private final PathMatcher matcher;
    private final boolean wholePath;

    /**
     * @throws java.util.regex.PatternSyntaxException if the pattern makes no sense
     */
    public PathGlob(String pattern) {
        String trimmed =
                pattern.endsWith("/") ? pattern.substring(0, pattern.length() - 1) : pattern;
        this.wholePath = trimmed.contains("/");
        this.matcher = FileSystems.getDefault().getPathMatcher("glob:" + trimmed);
    }

    /** Whether it, or a folder that it is in, fits. */
    public boolean matches(String inArchive) {
        try {
            Path path = Path.of(inArchive);
            for (int i = 1; i <= path.getNameCount(); i++) {
                if (matcher.matches(wholePath ? path.subpath(0, i) : path.getName(i - 1))) {
                    return true;
                }
            }
            return false;
        } catch (InvalidPathException e) {
            return false;
        }
    }
}
