package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;

/** Reads where a link entry points to and decides whether that may be made. */
final class LinkTarget {
    /** Longer than any system's path. */
    private static final int MAX_BYTES = 1 << 15;

    private LinkTarget() {}

    /**
     * The target as it stands, if it is relative and stays inside the folder.
     *
     * @param link where the link will be
     */
    static Optional<Path> inside(Path base, Path link, byte[] contents) {
        String text = new String(contents, StandardCharsets.UTF_8);
        if (text.isEmpty() || text.indexOf('\0') >= 0 || text.startsWith("\\")) {
            return Optional.empty();
        }
        try {
            Path target = link.getFileSystem().getPath(text);
            Path reached = link.getParent().resolve(target).normalize();
            return !target.isAbsolute() && reached.startsWith(base)
                    ? Optional.of(target)
                    : Optional.empty();
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    /** All of it, checked; empty if it is too long to be a path. */
    static Optional<byte[]> read(InputStream in, ArchiveEntry entry) throws IOException {
        if (entry.size() > MAX_BYTES) {
            return Optional.empty();
        }
        return Optional.of(in.readAllBytes());
    }
}
