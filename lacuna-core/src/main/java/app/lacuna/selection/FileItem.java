package app.lacuna.selection;

import java.nio.file.Path;
import java.time.Instant;

/**
 * One file, folder or link as it was when the selection was made.
 *
 * @param source where it is on disk
 * @param path its path inside the archive: parts joined by '/', no slash at either end
 * @param size bytes of a file; 0 for folders; for links the length of what they point to in UTF-8
 * @param permissions the nine Unix permission bits, of folders {@link #STICKY} too, or {@link
 *     #NO_PERMISSIONS}
 */
public record FileItem(
        Path source, String path, ItemKind kind, long size, Instant modified, int permissions) {
    /** The file system does not know Unix permissions. */
    public static final int NO_PERMISSIONS = -1;

    /** In the permissions of a shared folder: only the owner of a file can take it away. */
    public static final int STICKY = 01000;

    public FileItem {
        if (path.isEmpty() || path.startsWith("/") || path.endsWith("/")) {
            throw new IllegalArgumentException("not a path inside an archive");
        }
    }

    public FileItem withPath(String other) {
        return new FileItem(source, other, kind, size, modified, permissions);
    }
}
