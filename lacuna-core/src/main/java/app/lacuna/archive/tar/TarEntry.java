package app.lacuna.archive.tar;

import app.lacuna.selection.FileDetails;
import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.Optional;

/**
 * What the headers of one entry say, all of them together.
 *
 * @param path as it stands there, without "./" before and slashes behind
 * @param kind absent for devices, pipes and whatever else is no file of ours
 * @param size of the contents, holes and all
 * @param stored bytes behind the headers
 * @param target of a symbolic link; of a hard link the path of the entry before it
 * @param sparse in which of the ways that there are the holes are told
 */
record TarEntry(
        String path,
        Optional<ItemKind> kind,
        boolean hardLink,
        long size,
        long stored,
        Instant modified,
        String target,
        FileDetails details,
        Sparse sparse) {

    /** How the holes of a file are told. */
    enum Sparse {
        NONE,
        /** A map in text before the contents, version 1.0. */
        MAP_BEFORE,
        /** Another way, which is not read here. */
        OTHER
    }
}
