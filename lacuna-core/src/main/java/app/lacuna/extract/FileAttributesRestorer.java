package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.util.EnumSet;
import java.util.Set;

/**
 * Gives a file or folder the permissions and time of its entry, as far as the system knows them.
 */
final class FileAttributesRestorer {
    private FileAttributesRestorer() {}

    static boolean hasPermissions(ArchiveEntry entry, Path place) {
        return entry.permissions() != FileItem.NO_PERMISSIONS
                && place.getFileSystem().supportedFileAttributeViews().contains("posix");
    }

    static void restore(ArchiveEntry entry, Path place) throws IOException {
        if (hasPermissions(entry, place)) {
            Files.setPosixFilePermissions(place, permissions(entry.permissions()));
        }
        Files.setLastModifiedTime(place, FileTime.from(entry.modified()));
    }

    /** Only the nine bits of read, write and execute: nothing that raises rights. */
    private static Set<PosixFilePermission> permissions(int bits) {
        Set<PosixFilePermission> set = EnumSet.noneOf(PosixFilePermission.class);
        for (PosixFilePermission permission : PosixFilePermission.values()) {
            if ((bits & 0400 >> permission.ordinal()) != 0) {
                set.add(permission);
            }
        }
        return set;
    }
}
