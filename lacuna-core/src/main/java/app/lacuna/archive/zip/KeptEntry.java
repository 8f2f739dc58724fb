package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;

/**
 * An entry of an older archive that a new one takes over.
 *
 * @param entry as the older archive lists it
 * @param path its path in the new archive, without a slash at the end
 */
public record KeptEntry(ArchiveEntry entry, String path) {
    public boolean isMoved() {
        return !path.equals(entry.path());
    }
}
