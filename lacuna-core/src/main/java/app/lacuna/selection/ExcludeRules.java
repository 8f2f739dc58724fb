package app.lacuna.selection;

import java.util.ArrayList;
import java.util.List;

/**
 * What is to be left out although it lies in a chosen folder. A folder that fits a pattern is left
 * out with everything in it.
 */
public record ExcludeRules(List<PathGlob> patterns) {
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
        return new ExcludeRules(both);
    }

    boolean exclude(String path) {
        return patterns.stream().anyMatch(pattern -> pattern.matches(path));
    }
}
