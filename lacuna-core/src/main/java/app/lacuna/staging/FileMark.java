package app.lacuna.staging;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Objects;
import java.util.Optional;

/**
 * By what a file is known again: whether it is still the one that it was, as far as size, time of
 * the last change and place on the device tell. And whose it is, for what takes its place.
 */
public final class FileMark {
    private final long size;
    private final FileTime modified;
    private final Object key;
    private final Optional<PosixFileAttributes> posix;

    private FileMark(BasicFileAttributes attributes, Optional<PosixFileAttributes> posix) {
        this.size = attributes.size();
        this.modified = attributes.lastModifiedTime();
        this.key = attributes.fileKey();
        this.posix = posix;
    }

    public static FileMark of(Path file) throws IOException {
        if (file.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            PosixFileAttributes posix = Files.readAttributes(file, PosixFileAttributes.class);
            return new FileMark(posix, Optional.of(posix));
        }
        return new FileMark(
                Files.readAttributes(file, BasicFileAttributes.class), Optional.empty());
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

    /** Whether its owner has said that it is not to be written, where the file system has that. */
    public boolean isReadOnly() {
        return posix.isPresent()
                && !posix.get().permissions().contains(PosixFilePermission.OWNER_WRITE);
    }

    /**
     * Owner, group and permissions of the file when it was marked, where the file system has them.
     * Only an administrator can give a file to somebody else; for others it stays their own.
     */
    public void giveOwnershipTo(Path other) throws IOException {
        if (posix.isEmpty()) {
            return;
        }
        PosixFileAttributes before = posix.get();
        PosixFileAttributeView view =
                Files.getFileAttributeView(other, PosixFileAttributeView.class);
        PosixFileAttributes now = view.readAttributes();
        try {
            if (!now.owner().equals(before.owner())) {
                view.setOwner(before.owner());
            }
            if (!now.group().equals(before.group())) {
                view.setGroup(before.group());
            }
        } catch (IOException e) {
            // not ours to give: the permissions below are kept all the same
        }
        view.setPermissions(before.permissions());
    }
}
