package app.lacuna.generations;

import static java.util.Objects.requireNonNull;

import app.lacuna.common.Sha256;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileDetails;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.util.Map;

/**
 * Identifies a file on disk whatever its name, and tells when anything of it last changed.
 *
 * @param key empty where the file system has none
 * @param changed empty where the file system does not tell
 */
public record Identity(String key, String changed, boolean shared) {
    private static final int MARK = 16;
    private static final Identity UNKNOWN = new Identity("", "", false);

    public static Identity of(Path file) {
        if (!file.getFileSystem().supportedFileAttributeViews().contains("unix")) {
            return UNKNOWN;
        }
        try {
            Map<String, Object> unix =
                    Files.readAttributes(
                            file, "unix:dev,ino,ctime,nlink", LinkOption.NOFOLLOW_LINKS);
            return new Identity(
                    unix.get("dev") + ":" + unix.get("ino"),
                    ((FileTime) requireNonNull(unix.get("ctime"))).toInstant().toString(),
                    (Integer) requireNonNull(unix.get("nlink")) > 1);
        } catch (IOException | RuntimeException e) {
            return UNKNOWN;
        }
    }

    /** The disk of a key. */
    static String device(String key) {
        int colon = key.indexOf(':');
        return colon < 0 ? "" : key.substring(0, colon);
    }

    /** The mark of a file as it is now; empty if it cannot be read. */
    public static String details(Path file, DetailsReader reader) {
        try {
            return mark(reader.read(file).details());
        } catch (IOException | RuntimeException e) {
            return "";
        }
    }

    /** A short mark of owner, group, mode and attributes: it differs if any of them does. */
    public static String mark(FileDetails details) {
        MessageDigest hash = Sha256.hasher();
        String first = details.owner() + " " + details.group() + " " + details.mode();
        hash.update(first.getBytes(StandardCharsets.UTF_8));
        details.attributes()
                .forEach(
                        (name, value) -> {
                            hash.update((byte) 0);
                            hash.update(name.getBytes(StandardCharsets.UTF_8));
                            hash.update((byte) 0);
                            hash.update(value);
                        });
        return Sha256.hex(hash).substring(0, MARK);
    }
}
