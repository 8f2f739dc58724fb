package app.lacuna.extract;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;

/**
 * What a place on disk was found to contain. It is replaced only while it still does.
 *
 * @param kind empty if nothing was there
 * @param sha256 of a file's contents or a link's target; empty of folders
 */
public record Promise(Optional<ItemKind> kind, String sha256) {
    public static final Promise ABSENT = new Promise(Optional.empty(), "");

    public static Promise of(ItemKind kind, String sha256) {
        return new Promise(Optional.of(kind), sha256);
    }

    /** Whether a file or link at this place has the promised contents. */
    boolean holds(Path place, CancelToken cancel) throws IOException {
        Optional<ItemKind> now = kindAt(place);
        if (!now.equals(kind) || now.isEmpty() || now.get() == ItemKind.FOLDER) {
            return now.equals(kind);
        }
        FileItem item =
                new FileItem(place, "x", now.get(), 0, Instant.EPOCH, FileItem.NO_PERMISSIONS);
        try (InputStream in = ItemContents.open(item)) {
            return !sha256.isEmpty() && Sha256.of(in, cancel).equals(sha256);
        }
    }

    /** Whether the place contains what was promised; false if it cannot be read. */
    public boolean isKept(Path place, CancelToken cancel) {
        try {
            return holds(place, cancel);
        } catch (IOException e) {
            return false;
        }
    }

    /** Whether something of the promised kind is there, without reading it. */
    boolean isPossibleAt(Path place) throws IOException {
        return kindAt(place).equals(kind);
    }

    private static Optional<ItemKind> kindAt(Path place) throws IOException {
        try {
            return PlaceKind.of(place);
        } catch (NoSuchFileException e) {
            return Optional.empty();
        }
    }
}
