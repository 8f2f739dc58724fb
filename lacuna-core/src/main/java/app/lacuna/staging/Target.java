package app.lacuna.staging;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.FreeName;
import app.lacuna.error.ReadOnlyTarget;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Optional;

/**
 * A name under which something is to appear, as the file system sees it: links on the way are
 * followed before "..", and a link of that name leads to the file that is meant.
 *
 * @param path without links in it
 * @param before what has the name now
 */
public record Target(Path path, Optional<FileMark> before) {
    /**
     * @throws TargetUnusable if it is no place for a file, or something else than a file has the
     *     name: a device, a pipe or a folder is never replaced
     */
    public static Target of(Path asked) throws TargetUnusable {
        try {
            Path place = resolved(asked.toAbsolutePath());
            return new Target(place, before(place));
        } catch (TargetUnusable e) {
            throw e;
        } catch (IOException e) {
            throw new TargetUnusable(asked, e);
        }
    }

    private static Path resolved(Path asked) throws IOException {
        Path name = asked.getFileName();
        if (name == null || name.toString().equals("..") || name.toString().equals(".")) {
            throw new TargetUnusable(asked, null);
        }
        Path place = requireNonNull(asked.getParent()).toRealPath().resolve(name.toString());
        return Files.isSymbolicLink(place) ? place.toRealPath() : place;
    }

    private static Optional<FileMark> before(Path place) throws IOException {
        try {
            BasicFileAttributes there =
                    Files.readAttributes(
                            place, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            if (!there.isRegularFile()) {
                throw new TargetUnusable(place, null);
            }
            return Optional.of(FileMark.of(place));
        } catch (NoSuchFileException e) {
            return Optional.empty();
        }
    }

    /** Whether what is there may go, before anything is written. */
    public void requireUsable(Existing existing) throws IOException {
        if (before.isEmpty()) {
            return;
        }
        if (!existing.replaces()) {
            throw new TargetExists(path);
        }
        if (before.get().isReadOnly() && existing != Existing.REPLACE_EVEN_READ_ONLY) {
            throw new ReadOnlyTarget(path);
        }
    }

    public Path folder() {
        return requireNonNull(path.getParent());
    }

    /** A name beside it that is free: with a number before the ending. */
    public Path freeBeside() {
        String name = path.getFileName().toString();
        for (int number = 2; ; number++) {
            Path free = path.resolveSibling(FreeName.numbered(name, number));
            if (!Files.exists(free, LinkOption.NOFOLLOW_LINKS)) {
                return free;
            }
        }
    }
}
