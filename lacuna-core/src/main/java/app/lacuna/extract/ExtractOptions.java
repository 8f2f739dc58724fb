package app.lacuna.extract;

import app.lacuna.clearing.LooseEnd;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * Where to and how.
 *
 * @param folder made if it is not there
 * @param asker only used with {@link ConflictRule#ASK}
 * @param layout whether the folders of the archive are made too
 * @param meaning what the files are
 * @param kind as what the files are remembered, since anybody can read them
 * @param archive where they come from, as far as that is a file
 */
public record ExtractOptions(
        Path folder,
        ConflictRule onConflict,
        ConflictAsker asker,
        Layout layout,
        Unprotected unprotected,
        Space space,
        Meaning meaning,
        LooseEnd.Kind kind,
        Optional<Path> archive) {
    /** Where an entry comes to lie. */
    public enum Layout {
        AS_IN_THE_ARCHIVE,
        /** Right in the folder, by the last part of its path. */
        FLAT
    }

    /** What becomes of an entry that stands open in an archive that has a password. */
    public enum Unprotected {
        LEAVE,
        TAKE_OUT
    }

    /** As the file system sees it: ".." behind a link is not where the text says. */
    private static Path resolved(Path folder) {
        for (Path there = folder; there != null; there = there.getParent()) {
            try {
                Path real = there.toRealPath();
                return real.resolve(there.relativize(folder).normalize().toString());
            } catch (IOException e) {
                continue; // this part of it is not there yet
            }
        }
        return folder;
    }

    /** When there is not enough room. */
    public enum Space {
        /** Nothing is begun that can not be finished. */
        FOR_ALL,
        /** What fits comes out: sizes in a damaged archive may be nonsense. */
        FOR_EACH
    }

    /** What the files are that come out. */
    public enum Meaning {
        /** Copies that belong to whoever takes them out. */
        COPIES,
        /** Copies that belong to whom the originals belonged, as far as the system allows it. */
        COPIES_WITH_OWNERS,
        /** The files themselves, in their place again: nothing that is to be cleared later. */
        PUT_BACK;

        boolean givesOwners() {
            return this != COPIES;
        }
    }

    private static final ConflictAsker NOBODY =
            conflict -> {
                throw new IllegalStateException("nobody to ask");
            };

    public ExtractOptions {
        folder = resolved(folder.toAbsolutePath());
    }

    public static ExtractOptions of(Path folder, ConflictRule onConflict) {
        if (onConflict == ConflictRule.ASK) {
            throw new IllegalArgumentException("asking needs somebody to ask");
        }
        return with(folder, onConflict, NOBODY);
    }

    public static ExtractOptions asking(Path folder, ConflictAsker asker) {
        return with(folder, ConflictRule.ASK, asker);
    }

    private static ExtractOptions with(Path folder, ConflictRule onConflict, ConflictAsker asker) {
        return new ExtractOptions(
                folder,
                onConflict,
                asker,
                Layout.AS_IN_THE_ARCHIVE,
                Unprotected.LEAVE,
                Space.FOR_ALL,
                Meaning.COPIES,
                LooseEnd.Kind.EXTRACTED,
                Optional.empty());
    }

    public ExtractOptions flat() {
        return new ExtractOptions(
                folder, onConflict, asker, Layout.FLAT, unprotected, space, meaning, kind, archive);
    }

    public ExtractOptions with(Unprotected other) {
        return new ExtractOptions(
                folder, onConflict, asker, layout, other, space, meaning, kind, archive);
    }

    public ExtractOptions with(Space other) {
        return new ExtractOptions(
                folder, onConflict, asker, layout, unprotected, other, meaning, kind, archive);
    }

    public ExtractOptions with(Meaning other) {
        return new ExtractOptions(
                folder, onConflict, asker, layout, unprotected, space, other, kind, archive);
    }

    /** What is left of it, and where the same contents are locked. */
    public ExtractOptions leaving(LooseEnd.Kind what, Path from) {
        return new ExtractOptions(
                folder,
                onConflict,
                asker,
                layout,
                unprotected,
                space,
                meaning,
                what,
                Optional.of(from.toAbsolutePath()));
    }
}
