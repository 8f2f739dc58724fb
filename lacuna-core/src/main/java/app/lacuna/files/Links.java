package app.lacuna.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;

/**
 * Tells what leads elsewhere: symbolic links, and on Windows the folders that are junctions to
 * other ones, which its file system gives as folders of another kind.
 */
public final class Links {
    private Links() {}

    /**
     * @param attributes read without following links
     */
    public static boolean leadElsewhere(BasicFileAttributes attributes) {
        return attributes.isSymbolicLink() || attributes.isDirectory() && attributes.isOther();
    }

    /** False for what is not there. */
    public static boolean isLink(Path path) {
        try {
            return leadElsewhere(attributes(path));
        } catch (IOException e) {
            return false;
        }
    }

    /** A folder whose contents lie in it. */
    public static boolean isFolder(Path path) {
        try {
            BasicFileAttributes attributes = attributes(path);
            return attributes.isDirectory() && !leadElsewhere(attributes);
        } catch (IOException e) {
            return false;
        }
    }

    private static BasicFileAttributes attributes(Path path) throws IOException {
        return Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    }
}
