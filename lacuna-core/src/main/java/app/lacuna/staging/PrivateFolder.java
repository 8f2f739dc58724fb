package app.lacuna.staging;

import app.lacuna.clearing.Cleared;
import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.Register;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.List;

/**
 * A folder that only this user can read, for readable copies that other programs need for a while.
 * Closing it overwrites and deletes what is in it; what could not be deleted, or was left by a
 * killed process, is tried again at the next start ({@link Register}).
 */
public final class PrivateFolder implements AutoCloseable {
    private static final SecureRandom RANDOM = new SecureRandom();

    /** The folder in memory is shared by many programs: this much of it stays theirs. */
    private static final long LEFT_TO_OTHERS = 16_000_000;

    private final Path path;
    private final Medium medium;

    /** Where its bytes are. */
    public enum Medium {
        MEMORY,
        DISK
    }

    private PrivateFolder(Path path, Medium medium) {
        this.path = path;
        this.medium = medium;
    }

    /**
     * Where the system keeps such things: in memory, if it has a place for it and the place has
     * room.
     *
     * @param bytes how much will be put there
     */
    public static PrivateFolder create(long bytes) throws IOException {
        return create(
                bytes,
                System.getenv("XDG_RUNTIME_DIR"),
                Path.of(System.getProperty("java.io.tmpdir")));
    }

    static PrivateFolder create(long bytes, String inMemory, Path otherwise) throws IOException {
        if (inMemory != null && Files.isWritable(Path.of(inMemory))) {
            Path memory = Path.of(inMemory);
            if (FreeSpace.at(memory) - LEFT_TO_OTHERS >= bytes) {
                return createIn(memory, Medium.MEMORY);
            }
        }
        return createIn(otherwise, Medium.DISK);
    }

    public static PrivateFolder createIn(Path parent, Medium medium) throws IOException {
        String name =
                Register.PREFIX
                        + Register.token()
                        + "-"
                        + Long.toHexString(RANDOM.nextLong())
                        + Register.OWN_FOLDER;
        Path path = parent.resolve(name);
        Register.ownFolder(path);
        PrivatePlaces.makeNewFolder(path);
        return new PrivateFolder(path, medium);
    }

    public Path path() {
        return path;
    }

    public Medium medium() {
        return medium;
    }

    /** Overwrites and deletes it; what is still there is among the results. */
    public List<Cleared> wipe() {
        List<Cleared> cleared = Clearer.wipeOwn(path);
        if (cleared.stream().allMatch(Cleared::isGone)) {
            Register.ownFolderIsGone(path);
        }
        return cleared;
    }

    /**
     * @throws IOException if something is still there
     */
    @Override
    public void close() throws IOException {
        for (Cleared cleared : wipe()) {
            if (cleared.cause().isPresent()) {
                throw cleared.cause().get();
            }
        }
    }
}
