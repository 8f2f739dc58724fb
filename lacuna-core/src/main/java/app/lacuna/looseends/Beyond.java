package app.lacuna.looseends;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
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

    /** Extended attributes of the user, or streams beside the contents. */
    static boolean keepsMore(Path file) {
        if (Files.isSymbolicLink(file)) {
            return false;
        }
        try {
            UserDefinedFileAttributeView more =
                    Files.getFileAttributeView(file, UserDefinedFileAttributeView.class);
            return more != null && !more.list().isEmpty();
        } catch (IOException | UnsupportedOperationException e) {
            return false; // not to be had, so nothing can be said
        }
    }
}
