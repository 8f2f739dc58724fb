package app.lacuna.extract;

import java.nio.file.Path;

/**
 * Where to and how.
 *
 * @param folder made if it is not there
 * @param asker only used with {@link ConflictRule#ASK}
 */
public record ExtractOptions(Path folder, ConflictRule onConflict, ConflictAsker asker) {
    private static final ConflictAsker NOBODY =
            conflict -> {
                throw new IllegalStateException("nobody to ask");
            };

    public ExtractOptions {
        folder = folder.toAbsolutePath().normalize();
    }

    public static ExtractOptions of(Path folder, ConflictRule onConflict) {
        if (onConflict == ConflictRule.ASK) {
            throw new IllegalArgumentException("asking needs somebody to ask");
        }
        return new ExtractOptions(folder, onConflict, NOBODY);
    }

    public static ExtractOptions asking(Path folder, ConflictAsker asker) {
        return new ExtractOptions(folder, ConflictRule.ASK, asker);
    }
}
