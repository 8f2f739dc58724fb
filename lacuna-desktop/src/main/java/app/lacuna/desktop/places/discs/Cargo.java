package app.lacuna.desktop.places.discs;

import app.lacuna.archive.Listing;
import app.lacuna.selection.FileSelection;
import java.nio.file.Path;
import java.util.List;

/** What goes onto the discs. */
sealed interface Cargo {
    /** Nothing yet. */
    record Nothing() implements Cargo {}

    /**
     * To be packed.
     *
     * @param roots the chosen files and folders themselves
     */
    record Files(FileSelection selection, List<Path> roots) implements Cargo {}

    /**
     * Packed already.
     *
     * @param listing of what is inside, also if its names are hidden
     */
    record Archive(Path file, Listing listing) implements Cargo {}

    default boolean isThere() {
        return !(this instanceof Nothing);
    }

    default int items() {
        if (this instanceof Files files) {
            return files.selection().items().size();
        }
        return this instanceof Archive archive ? archive.listing().entries().size() : 0;
    }

    default long bytes() {
        if (this instanceof Files files) {
            return files.selection().totalBytes();
        }
        return this instanceof Archive archive ? archive.listing().totalBytes() : 0;
    }
}
