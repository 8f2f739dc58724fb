package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.files.Presence;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** Moves back what a killed process had moved out of reach ({@link Aside}). */
final class AsideRecovery {
    /** A renamed folder is looked for among so many. */
    private static final int MAX_SEARCHED = 20_000;

    private static final int MAX_DEPTH = 4;

    private AsideRecovery() {}

    /**
     * Whether nothing of the folder is left, so that its line in the journal can go. A folder whose
     * disk is not mounted, or that cannot be inspected, may still contain files.
     */
    static boolean isDone(Line line) {
        Path folder = line.path();
        return switch (Presence.of(folder)) {
            case EXISTS -> putBackFrom(folder);
            case UNKNOWN -> false;
            case ABSENT -> isAbsentDone(line);
        };
    }

    private static boolean isAbsentDone(Line line) {
        boolean unmounted =
                line.volume()
                        .filter(top -> top.getParent() != null && !Volume.isThere(top))
                        .isPresent();
        if (unmounted) {
            return false;
        }
        Path folder = line.path();
        if (Presence.of(requireNonNull(folder.getParent())) == Presence.EXISTS) {
            // the parent may be a new folder under the name of a renamed one
            return findRenamed(folder).map(AsideRecovery::putBackFrom).orElse(true);
        }
        return findRenamed(folder).map(AsideRecovery::putBackFrom).orElse(false);
    }

    /** Searches around the old path: a folder above was renamed. The name is a random number. */
    private static Optional<Path> findRenamed(Path folder) {
        Path top = folder.getParent();
        top = top == null || top.getParent() == null ? top : top.getParent();
        while (top != null && Presence.of(top) != Presence.EXISTS) {
            top = top.getParent();
        }
        if (top == null) {
            return Optional.empty();
        }
        int left = MAX_SEARCHED;
        Deque<Path> open = new ArrayDeque<>(List.of(top));
        while (!open.isEmpty() && left > 0) {
            Path at = open.remove();
            Path candidate = at.resolve(folder.getFileName());
            if (Files.isDirectory(candidate, LinkOption.NOFOLLOW_LINKS)) {
                return Optional.of(candidate);
            }
            if (at.getNameCount() - top.getNameCount() < MAX_DEPTH) {
                left -= addFolders(at, open, left);
            }
        }
        return Optional.empty();
    }

    private static int addFolders(Path at, Deque<Path> open, int most) {
        int count = 0;
        try (DirectoryStream<Path> inside = Files.newDirectoryStream(at)) {
            for (Path each : inside) {
                if (++count > most) {
                    return count;
                }
                if (Files.isDirectory(each, LinkOption.NOFOLLOW_LINKS)) {
                    open.add(each);
                }
            }
        } catch (IOException | DirectoryIteratorException e) {
            return count; // it cannot be read: the folder is looked for elsewhere
        }
        return count;
    }

    /**
     * Moves everything in the folder back, and deletes it.
     *
     * @return whether nothing is left there
     */
    static boolean putBackFrom(Path folder) {
        boolean ours =
                String.valueOf(folder.getFileName()).startsWith(Register.PREFIX)
                        && folder.toString().endsWith(Aside.ENDING);
        if (!ours || !Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return true;
        }
        boolean all = true;
        List<Path> files = new ArrayList<>();
        try (DirectoryStream<Path> found = Files.newDirectoryStream(folder)) {
            found.forEach(files::add);
        } catch (IOException | DirectoryIteratorException e) {
            return false;
        }
        for (Path file : files) {
            try {
                FreeName.moveInto(file, requireNonNull(folder.getParent()), file.getFileName());
            } catch (IOException e) {
                all = false; // tried again at the next start
            }
        }
        return all && Clearer.delete(folder).isGone();
    }
}
