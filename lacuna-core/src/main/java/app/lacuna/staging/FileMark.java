package app.lacuna.staging;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Objects;
import java.util.Set;

/**
 * By what a file is known again: whether it is still the one that it was, as far as size, time of
 * the last change and place on the device tell.
 */
public final class FileMark {
    private final long size;
    private final FileTime modified;
    private final Object key;
    private final Set<PosixFilePermission> permissions;

    private FileMark(BasicFileAttributes attributes, Set<PosixFilePermission> permissions) {
        this.size = attributes.size();
        this.modified = attributes.lastModifiedTime();
        this.key = attributes.fileKey();
        this.permissions = permissions;
    }

    public static FileMark of(Path file) throws IOException {
        boolean posix = file.getFileSystem().supportedFileAttributeViews().contains("posix");
        return new FileMark(
                Files.readAttributes(file, BasicFileAttributes.class),
                posix ? Files.getPosixFilePermissions(file) : Set.of());
    }

    public boolean isStill(Path file) throws IOException {
        try {
            FileMark now = of(file);
            return now.size == size
                    && now.modified.equals(modified)
                    && Objects.equals(now.key, key);
        } catch (NoSuchFileException e) {
            return false;
        }
    }

    /** Those of the file when it was marked, where the file system has them. */
    public void givePermissionsTo(Path other) throws IOException {
        if (!permissions.isEmpty()) {
            Files.setPosixFilePermissions(other, permissions);
        }
    }
}
