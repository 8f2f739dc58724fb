package app.lacuna.selection;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What is to be left out although it lies in a chosen folder. A folder that fits a pattern is left
 * out with everything in it.
 *
 * @param except files and folders on disk that go in all the same, with everything in them
 */
public record ExcludeRules(List<PathGlob> patterns, Set<Path> except) {
    public static final ExcludeRules NONE = new ExcludeRules(List.of());

    /** Caches, thumbnails, lock files: made by programs and systems, of use to nobody else. */
    public static final ExcludeRules JUNK =
            of(
                    List.of(
                            ".cache",
                            "__pycache__",
                            ".thumbnails",
                            "Thumbs.db",
                            "ehthumbs.db",
                            "desktop.ini",
                            ".DS_Store",
                            "._*",
                            ".~lock.*#",
                            "~$*",
                            ".#*",
                            "*.swp",
                            "*~",
                            "*.tmp",
                            "*.temp"));

    public ExcludeRules {
        patterns = List.copyOf(patterns);
        except = Set.copyOf(except);
    }

    public ExcludeRules(List<PathGlob> patterns) {
        this(patterns, Set.of());
    }

    /**
     * @throws java.util.regex.PatternSyntaxException if a pattern makes no sense
     */
    public static ExcludeRules of(List<String> patterns) {
        return new ExcludeRules(patterns.stream().map(PathGlob::new).toList());
    }

    public ExcludeRules and(ExcludeRules others) {
        List<PathGlob> both = new ArrayList<>(patterns);
        both.addAll(others.patterns);
        Set<Path> exceptions = new HashSet<>(except);
        exceptions.addAll(others.except);
        return new ExcludeRules(both, exceptions);
    }

    public ExcludeRules butNot(Set<Path> sources) {
        return new ExcludeRules(patterns, sources);
    }

    /** Whether a path of the archive matches, or a folder around it. */
    public boolean excludes(String path) {
        return patterns.stream().anyMatch(pattern -> pattern.matches(path));
    }

    /**
     * @param path inside the archive
     */
    boolean exclude(Path source, String path) {
        return excludes(path) && except.stream().noneMatch(source::startsWith);
    }
}
