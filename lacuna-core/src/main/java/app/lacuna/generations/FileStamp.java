package app.lacuna.generations;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;

/**
 * Size and time of an archive when it was verified. Numbers of disks and files are not part of it:
 * they change when a drive is plugged in again.
 */
public record FileStamp(long size, Instant modified) {
    public static FileStamp of(Path file) throws IOException {
        BasicFileAttributes now =
                Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        return new FileStamp(now.size(), now.lastModifiedTime().toInstant());
    }

    /** False also if the file cannot be inspected. */
    public boolean isStill(Path file) {
        try {
            return of(file).equals(this);
        } catch (IOException e) {
            return false;
        }
    }
}
