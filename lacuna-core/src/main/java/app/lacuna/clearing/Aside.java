package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.files.DurableFolder;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.Optional;

/**
 * A folder beside files that are to be deleted or replaced. They are moved into it before they are
 * compared for the last time: no other program can exchange what has no name that it knows. What is
 * not deleted gets its name back when this is closed, and after a kill at the next start.
 *
 * <p>Nothing is moved unless the journal has recorded the folder. The folder is held open: if a
 * folder around it is renamed meanwhile, the files are moved back inside the renamed one.
 */
public final class Aside implements AutoCloseable {
    static final String ENDING = ".aside";

    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path folder;
    private final HeldFolder held;

    private Aside(Path folder, HeldFolder held) {
        this.folder = folder;
        this.held = held;
    }

    /**
     * @throws NotRecordedException if the journal cannot be written
     * @throws IOException if nothing can be moved there
     */
    public static Aside in(Path parent) throws IOException {
        Path place = parent.toAbsolutePath();
        String name =
                Register.PREFIX
                        + Register.token()
                        + "-"
                        + Long.toHexString(RANDOM.nextLong())
                        + ENDING;
        Path folder = place.resolve(name);
        Optional<Path> volume = Optional.of(Volume.top(place));
        Register.require(
                new Line(Mark.ASIDE, folder, "", Instant.now(), "", Optional.empty(), volume));
        PrivatePlaces.makeNewFolder(folder);
        return new Aside(folder, HeldFolder.open(folder));
    }

    public Path folder() {
        return folder;
    }

    /** Moves a file or a link there, and says where it is now. */
    public Path take(Path file) throws IOException {
        held.take(file.getFileName());
        return folder.resolve(file.getFileName());
    }

    /**
     * Gives it its name again, or one beside it if another program has taken that meanwhile.
     *
     * @return its name now
     */
    public Path putBack(Path there) throws IOException {
        return held.putBack(there.getFileName());
    }

    @Override
    public void close() {
        try {
            if (held.putBackAll()) {
                DurableFolder.force(requireNonNull(folder.getParent()));
                Register.note(Mark.GONE, folder, false);
            }
        } finally {
            held.close();
        }
    }
}
