package app.lacuna.generations;

import app.lacuna.selection.FileItem;
import java.net.URI;
import java.nio.file.Path;

/**
 * The path of an item below its root, as the bytes of the file system. It is stored only where the
 * path in the archive differs: names that are not text, and names that got a number. The bytes are
 * percent-encoded as in a "file:" URI (RFC 8089).
 */
final class DiskPath {
    private static final Path TOP = Path.of("/");
    private static final char REPLACEMENT = '\ufffd';

    private DiskPath() {}

    /** Empty if the path in the archive is the path on disk. */
    static String of(Manifest.Root root, FileItem item) {
        if (!item.source().startsWith(root.place())) {
            return "";
        }
        Path below = root.place().relativize(item.source());
        String text = below.toString();
        String path = item.path();
        boolean told =
                text.isEmpty()
                        ? path.equals(root.name())
                        : path.length() == root.name().length() + 1 + text.length()
                                && path.endsWith(text)
                                && text.indexOf(REPLACEMENT) < 0;
        return told || text.isEmpty() ? "" : encoded(below);
    }

    /** Percent-encodes every byte that is not plain ASCII. */
    static String encoded(Path path) {
        String raw = TOP.resolve(path).toUri().getRawPath();
        boolean slash = raw.length() > 1 && raw.endsWith("/");
        String cut = slash ? raw.substring(0, raw.length() - 1) : raw;
        return path.isAbsolute() ? cut : cut.substring(1);
    }

    /**
     * @throws IllegalArgumentException if the text is no encoded path
     */
    static Path decoded(String text) {
        boolean absolute = text.startsWith("/");
        Path path = Path.of(URI.create("file://" + (absolute ? text : "/" + text)));
        return absolute ? path : TOP.relativize(path);
    }

    /** The place of a line below the root that contains it. */
    static Path resolve(Manifest.Root root, String path, String disk) {
        if (path.equals(root.name())) {
            return root.place();
        }
        return disk.isEmpty()
                ? root.place().resolve(path.substring(root.name().length() + 1))
                : root.place().resolve(decoded(disk));
    }

    /** Identifies an item from run to run: by the bytes of its name. */
    static String key(String path, String disk) {
        if (disk.isEmpty()) {
            return path;
        }
        int slash = path.indexOf('/');
        return (slash < 0 ? path : path.substring(0, slash)) + '\0' + disk;
    }
}
