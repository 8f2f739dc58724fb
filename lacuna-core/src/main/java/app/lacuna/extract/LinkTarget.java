package app.lacuna.extract;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.files.Links;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;

/**
 * Reads where a link entry points to and decides whether that may be made: a relative path that
 * goes up only at its beginning, from the folder that the link is in, which is no link itself, and
 * then down through folders or through links that this extraction has made by the same rule. So a
 * chain of links never leads out, and neither does one through a link that was there before.
 */
final class LinkTarget {
    /** Longer than any system's path. */
    private static final int MAX_BYTES = 1 << 15;

    private LinkTarget() {}

    /**
     * @param path what the link is made with
     * @param exact whether that is to the letter what the archive says: systems drop a slash at the
     *     end or one too many
     */
    record Allowed(Path path, boolean exact) {}

    /**
     * Empty if it may not be made.
     *
     * @param base the folder that nothing may lead out of
     * @param link where the link will be
     * @param made links that this extraction has made
     */
    static Optional<Allowed> inside(Path base, Path link, byte[] contents, Set<Path> made) {
        Optional<String> text = text(contents);
        if (text.isEmpty() || text.get().isEmpty() || text.get().indexOf('\0') >= 0) {
            return Optional.empty();
        }
        try {
            Path target = link.getFileSystem().getPath(text.get());
            boolean relative = !target.isAbsolute() && target.getRoot() == null;
            boolean backslash = text.get().startsWith("\\");
            return relative
                            && !backslash
                            && staysInside(base, requireNonNull(link.getParent()), target, made)
                    ? Optional.of(new Allowed(target, target.toString().equals(text.get())))
                    : Optional.empty();
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    private static Optional<String> text(byte[] contents) {
        try {
            return Optional.of(
                    StandardCharsets.UTF_8
                            .newDecoder()
                            .decode(ByteBuffer.wrap(contents))
                            .toString());
        } catch (CharacterCodingException e) {
            return Optional.empty();
        }
    }

    private static boolean staysInside(Path base, Path folder, Path target, Set<Path> made) {
        Path at = folder;
        boolean down = false;
        for (Path step : target) {
            String name = step.toString();
            if (name.equals(".") || name.isEmpty()) {
                continue;
            }
            if (!name.equals("..")) {
                down = true;
                at = at.resolve(name);
                if (Links.isLink(at) && !made.contains(at)) {
                    return false;
                }
                continue;
            }
            if (down || at.equals(base)) {
                return false;
            }
            at = requireNonNull(at.getParent());
        }
        return at.startsWith(base);
    }

    /** The same by the path in the archive alone, before there is a folder. */
    static boolean staysInside(String entry, byte[] contents) {
        Path base = Path.of("").toAbsolutePath().getRoot().resolve("inside");
        try {
            Path link = base.resolve(entry);
            return inside(base, link, contents, Set.of()).isPresent();
        } catch (InvalidPathException e) {
            return false;
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
