package app.lacuna.looseends;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.AclFileAttributeView;
import java.nio.file.attribute.UserDefinedFileAttributeView;

/** What there is of a file besides its contents, name, time and permissions. */
final class Beyond {
    private Beyond() {}

    static boolean hasOtherNames(Path file) {
        try {
            return (Integer) Files.getAttribute(file, "unix:nlink", LinkOption.NOFOLLOW_LINKS) > 1;
        } catch (IOException | UnsupportedOperationException | IllegalArgumentException e) {
            return false; // the system does not tell
        }
    }

    /**
     * Extended attributes, or streams beside the contents. Access lists only where Java shows them:
     * not those of Linux.
     */
    static boolean keepsMore(Path file) {
        if (Files.isSymbolicLink(file)) {
            return false;
        }
        try {
            UserDefinedFileAttributeView more =
                    Files.getFileAttributeView(file, UserDefinedFileAttributeView.class);
            if (more != null && !more.list().isEmpty()) {
                return true;
            }
            AclFileAttributeView acl = Files.getFileAttributeView(file, AclFileAttributeView.class);
            return acl != null && acl.getAcl().stream().anyMatch(entry -> entry.flags().isEmpty());
        } catch (IOException | UnsupportedOperationException e) {
            return false; // not to be had, so nothing can be said
        }
    }
}
