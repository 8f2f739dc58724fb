package app.lacuna.selection;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A file or folder as it was chosen.
 *
 * @param path as it was written: ".." in it means what the file system says, also behind a link
 * @param followed whether a link is to be taken for what it points to
 */
public record Root(Path path, boolean followed) {
    /** As typed: with a slash at the end a link is followed. */
    public static Root typed(String text) {
        Path path = Path.of(text);
        String separator = path.getFileSystem().getSeparator();
        return new Root(path, text.endsWith("/") || text.endsWith(separator));
    }

    public static Root of(Path path) {
        return new Root(path, false);
    }

    /**
     * The path without links on the way; the last one only if it is to be followed.
     *
     * @throws IOException if it is not there
     */
    public Path resolved() throws IOException {
        Path absolute = path.toAbsolutePath();
        Path name = absolute.getFileName();
        boolean isName =
                name != null && !name.toString().equals("..") && !name.toString().equals(".");
        return followed || !isName || absolute.getParent() == null
                ? absolute.toRealPath()
                : absolute.getParent().toRealPath().resolve(name.toString());
    }

    /** What it is called in the archive: a link that is followed keeps its own name. */
    String name(Path resolved) {
        Path name = followed ? path.toAbsolutePath().getFileName() : resolved.getFileName();
        boolean usable =
                name != null && !name.toString().equals("..") && !name.toString().equals(".");
        Path shown = usable ? name : resolved.getFileName();
        return shown == null ? "root" : shown.toString();
    }

    boolean isKeptLink(Path resolved) {
        return !followed && Files.isSymbolicLink(resolved);
    }
}
