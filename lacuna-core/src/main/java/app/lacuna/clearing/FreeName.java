package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;

import app.lacuna.files.DurableFolder;
import app.lacuna.files.Failpoint;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;

/** Moving without ever taking the place of something else. */
public final class FreeName {
    private FreeName() {}

    /** The name with a number before its ending. */
    public static String numbered(String name, int number) {
        int dot = name.lastIndexOf('.');
        String stem = dot > 0 ? name.substring(0, dot) : name;
        String ending = dot > 0 ? name.substring(dot) : "";
        return stem + " (" + number + ")" + ending;
    }

    /**
     * A hard link is the one step that fails when the name is taken; not every disk has them. A
     * process that ended between linking and deleting left both names: then only the deletion is
     * due.
     *
     * @return false if the name is taken: it is where it was then
     */
    public static boolean move(Path from, Path to) throws IOException {
        if (Files.exists(to, LinkOption.NOFOLLOW_LINKS)) {
            if (!isOtherNameOf(from, to)) {
                return false;
            }
            Files.delete(from);
            return true;
        }
        boolean plain = Files.isRegularFile(from, LinkOption.NOFOLLOW_LINKS);
        try {
            if (plain) {
                Files.createLink(to, from);
                Failpoint.reached("link.made");
                DurableFolder.force(requireNonNull(to.toAbsolutePath().getParent()));
                Files.delete(from);
                return true;
            }
        } catch (FileAlreadyExistsException e) {
            return false;
        } catch (IOException | UnsupportedOperationException e) {
            if (isSame(from, to)) {
                throw new IOException("it has two names now", e);
            }
        }
        try {
            Files.move(from, to);
            DurableFolder.force(requireNonNull(to.toAbsolutePath().getParent()));
            return true;
        } catch (FileAlreadyExistsException e) {
            return false;
        }
    }

    /**
     * Under its name, or with a number if that is taken.
     *
     * @return where it is now
     */
    public static Path moveInto(Path from, Path folder, Path name) throws IOException {
        Path place = folder.resolve(name);
        for (int number = 2; !move(from, place); number++) {
            place = folder.resolve(numbered(name.toString(), number));
        }
        return place;
    }

    /** Two names of one file. */
    private static boolean isOtherNameOf(Path from, Path to) throws IOException {
        return !from.toAbsolutePath().equals(to.toAbsolutePath())
                && Files.isRegularFile(from, LinkOption.NOFOLLOW_LINKS)
                && Files.isRegularFile(to, LinkOption.NOFOLLOW_LINKS)
                && Files.isSameFile(from, to);
    }

    private static boolean isSame(Path from, Path to) {
        try {
            return Files.isSameFile(from, to);
        } catch (IOException e) {
            return false;
        }
    }
}
