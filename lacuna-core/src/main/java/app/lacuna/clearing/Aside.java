package app.lacuna.clearing;

import app.lacuna.clearing.Journal.Mark;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;

/**
 * A folder beside files that may go, into which they are moved before they are looked at for the
 * last time: what has no name any more that others know can not be exchanged between the look and
 * the removal. Whatever is not removed goes back under its name when this is closed, and after a
 * kill at the next start.
 */
public final class Aside implements AutoCloseable {
    static final String ENDING = ".aside";

    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path folder;

    private Aside(Path folder) {
        this.folder = folder;
    }

    /**
     * @throws IOException if nothing can be moved there
     */
    public static Aside in(Path parent) throws IOException {
        String name =
                Register.PREFIX
                        + Register.token()
                        + "-"
                        + Long.toHexString(RANDOM.nextLong())
                        + ENDING;
        Path folder = parent.resolve(name);
        Register.note(Mark.ASIDE, folder, true);
        PrivatePlaces.makeNewFolder(folder);
        return new Aside(folder);
    }

    public Path folder() {
        return folder;
    }

    /** Moves a file or a link there, and says where it is now. */
    public Path take(Path file) throws IOException {
        Path there = folder.resolve(file.getFileName());
        Files.move(file, there, StandardCopyOption.ATOMIC_MOVE);
        return there;
    }

    /**
     * Gives it its name again, or one beside it if somebody has taken that meanwhile.
     *
     * @return its name now
     */
    public Path putBack(Path there) throws IOException {
        return FreeName.moveInto(there, folder.getParent(), there.getFileName());
    }

    /**
     * Everything that is in such a folder, and the folder.
     *
     * @return whether nothing is left there
     */
    static boolean putBackFrom(Path folder) {
        boolean ours =
                String.valueOf(folder.getFileName()).startsWith(Register.PREFIX)
                        && folder.toString().endsWith(ENDING);
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
                FreeName.moveInto(file, folder.getParent(), file.getFileName());
            } catch (IOException e) {
                all = false; // tried again at the next start
            }
        }
        return all && Clearer.delete(folder).isGone();
    }

    @Override
    public void close() {
        if (putBackFrom(folder)) {
            Register.note(Mark.GONE, folder, false);
        }
    }
}
