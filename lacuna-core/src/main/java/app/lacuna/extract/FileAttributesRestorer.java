package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributeView;
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

    /** False if some of it could not be given: what came out is whole all the same. */
    static boolean restore(ArchiveEntry entry, Path place) {
        boolean all = true;
        try {
            Files.setLastModifiedTime(place, FileTime.from(entry.modified()));
        } catch (IOException | RuntimeException e) {
            all = false;
        }
        try {
            if (hasPermissions(entry, place)) {
                Files.setPosixFilePermissions(place, permissions(entry.permissions()));
                restoreSticky(entry, place);
            }
        } catch (IOException | RuntimeException e) {
            all = false;
        }
        return all;
    }

    /** The time of a link itself. */
    static boolean restoreTime(ArchiveEntry entry, Path link) {
        try {
            FileTime time = FileTime.from(entry.modified());
            Files.getFileAttributeView(
                            link, BasicFileAttributeView.class, LinkOption.NOFOLLOW_LINKS)
                    .setTimes(time, null, null);
            return true;
        } catch (IOException | RuntimeException e) {
            return false;
        }
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

    /** In a shared folder, that nobody can take away what is somebody else's. */
    private static void restoreSticky(ArchiveEntry entry, Path place) throws IOException {
        boolean sticky =
                entry.kind() == ItemKind.FOLDER && (entry.permissions() & FileItem.STICKY) != 0;
        if (sticky && place.getFileSystem().supportedFileAttributeViews().contains("unix")) {
            int mode = (Integer) Files.getAttribute(place, "unix:mode");
            Files.setAttribute(place, "unix:mode", mode | FileItem.STICKY);
        }
    }
}
