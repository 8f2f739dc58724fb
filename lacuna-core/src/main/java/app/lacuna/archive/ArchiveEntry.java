package app.lacuna.archive;

import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.OptionalInt;

/**
 * What an archive says of one entry. The path is as it stands in the archive, without a slash at
 * the end: it may be unsafe, and only {@code extract} turns it into a place on disk.
 *
 * @param index its number in the archive, from 0
 * @param permissions the nine Unix permission bits, or {@link
 *     app.lacuna.selection.FileItem#NO_PERMISSIONS}
 * @param method the trade's name of the compression method
 * @param checksum CRC-32 of the contents, where the archive shows it to everybody
 */
public record ArchiveEntry(
        int index,
        String path,
        ItemKind kind,
        long size,
        long packedSize,
        Instant modified,
        int permissions,
        Protection protection,
        String method,
        OptionalInt checksum) {

    /** Whether everybody can read and change its contents. Folders have none to protect. */
    public boolean standsOpen() {
        return protection == Protection.NONE && kind != ItemKind.FOLDER;
    }

    /** The last part of the path. */
    public String name() {
        return path.substring(path.lastIndexOf('/') + 1);
    }
}
