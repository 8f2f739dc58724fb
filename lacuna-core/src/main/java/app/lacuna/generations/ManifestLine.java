package app.lacuna.generations;

import app.lacuna.selection.ItemKind;
import java.time.Instant;

/**
 * One file, folder or link as it was.
 *
 * @param path inside the archive
 * @param size of the contents in bytes
 * @param digest SHA-256 of a file's contents or a link's target, in hexadecimal digits; else empty
 * @param generation the id of the generation that stores its bytes
 * @param held its path in that generation
 * @param key identifies this file on its disk, whatever its name; may be empty
 * @param changed when the system last noticed any change of it; may be empty
 * @param details a mark of its owner, group, mode and attributes; empty if the format stores none
 * @param shared whether it had several names
 * @param disk its encoded path below the root, if {@code path} does not tell it; else empty
 * @param seen false if it could not be inspected in this run: the rest is as it was before
 */
public record ManifestLine(
        String path,
        ItemKind kind,
        long size,
        Instant modified,
        int mode,
        String digest,
        String generation,
        String held,
        String key,
        String changed,
        String details,
        boolean shared,
        String disk,
        boolean seen) {
    /** The same, with a word in place of when it last changed. */
    public ManifestLine noted(String word) {
        return new ManifestLine(
                path,
                kind,
                size,
                modified,
                mode,
                digest,
                generation,
                held,
                key,
                word,
                details,
                shared,
                disk,
                seen);
    }

    /** The line of a run that could not inspect the item. */
    public ManifestLine notSeen() {
        return new ManifestLine(
                path,
                kind,
                size,
                modified,
                mode,
                digest,
                generation,
                held,
                key,
                changed,
                details,
                shared,
                disk,
                false);
    }

    ManifestLine at(String other) {
        return new ManifestLine(
                other,
                kind,
                size,
                modified,
                mode,
                digest,
                generation,
                held,
                key,
                changed,
                details,
                shared,
                disk,
                seen);
    }

    /** Identifies the item from run to run. */
    String diskKey() {
        return DiskPath.key(path, disk);
    }
}
