package app.lacuna.generations;

import app.lacuna.selection.ItemKind;
import java.time.Instant;

/**
 * One file, folder or link as it was.
 *
 * @param path inside the archive
 * @param size of the contents
 * @param digest SHA-256 of a file's contents, in hexadecimal digits; empty of others
 * @param generation which one holds its bytes
 * @param held its path there
 * @param key tells this file from others on the same disk, whatever it is called; may be empty
 * @param changed when the system last noticed any change of it; may be empty
 * @param details a mark of its owner, group and attributes
 * @param shared whether it had several names
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
        boolean shared) {
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
                shared);
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
                shared);
    }
}
