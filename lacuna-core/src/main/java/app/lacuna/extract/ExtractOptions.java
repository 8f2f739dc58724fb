package app.lacuna.extract;

import java.nio.file.Path;

/**
 * Where to and how.
 *
 * @param folder made if it is not there
 * @param asker only used with {@link ConflictRule#ASK}
 * @param layout whether the folders of the archive are made too
 */
public record ExtractOptions(
        Path folder, ConflictRule onConflict, ConflictAsker asker, Layout layout) {
    /** Where an entry comes to lie. */
    public enum Layout {
        AS_IN_THE_ARCHIVE,
        /** Right in the folder, by the last part of its path. */
        FLAT
    }

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
        return new ExtractOptions(folder, onConflict, NOBODY, Layout.AS_IN_THE_ARCHIVE);
    }

    public static ExtractOptions asking(Path folder, ConflictAsker asker) {
        return new ExtractOptions(folder, ConflictRule.ASK, asker, Layout.AS_IN_THE_ARCHIVE);
    }

    public ExtractOptions flat() {
        return new ExtractOptions(folder, onConflict, asker, Layout.FLAT);
    }
}
