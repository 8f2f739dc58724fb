package app.lacuna.extract;

import app.lacuna.files.Links;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;

/** What kind of item a place on disk contains. */
final class PlaceKind {
    private PlaceKind() {}

    /**
     * @throws java.nio.file.NoSuchFileException if nothing is there
     * @throws IOException if it cannot be inspected, or is a device, a pipe or a socket
     */
    static Optional<ItemKind> of(Path place) throws IOException {
        BasicFileAttributes now =
                Files.readAttributes(place, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        if (Links.leadElsewhere(now)) {
            return Optional.of(ItemKind.LINK);
        }
        if (now.isDirectory()) {
            return Optional.of(ItemKind.FOLDER);
        }
        if (now.isRegularFile()) {
            return Optional.of(ItemKind.FILE);
        }
        throw new IOException("a special file");
    }
}
