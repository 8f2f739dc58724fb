package app.lacuna.staging;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.FreeName;
import app.lacuna.clearing.Register;
import app.lacuna.files.DurableFolder;
import app.lacuna.files.Failpoint;
import app.lacuna.state.PrivatePlaces;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.security.SecureRandom;
import java.util.Set;

/**
 * A file that is written under a temporary name and gets its real name only when it is whole. Call
 * order: write to {@link #channel}, then {@link #force} where the data must survive a power cut,
 * then {@link #publishAs}. Closing an unpublished file deletes it.
 *
 * <p>The temporary name starts with a dot, says nothing about the target and carries the token of
 * the process, so that a leftover can be told from a file in use.
 */
public final class StagedFile implements AutoCloseable {
    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path temporary;
    private final FileChannel channel;
    private boolean forced;
    private boolean published;

    private StagedFile(Path folder, FileAttribute<?>... attributes) throws IOException {
        this.temporary = folder.resolve(temporaryName());
        Register.temporariesIn(folder);
        this.channel =
                FileChannel.open(
                        temporary,
                        Set.of(
                                StandardOpenOption.CREATE_NEW,
                                StandardOpenOption.READ,
                                StandardOpenOption.WRITE),
                        attributes);
    }

    /** Readable for whom the system lets new files be readable. */
    public static StagedFile in(Path folder) throws IOException {
        return new StagedFile(folder);
    }

    /** Only the owner can read it, from the first byte on, where the file system knows owners. */
    public static StagedFile privateIn(Path folder) throws IOException {
        return new StagedFile(folder, PrivatePlaces.forFile(folder));
    }

    private static String temporaryName() {
        return ownPrefix() + Long.toHexString(RANDOM.nextLong()) + Register.TEMPORARY_FILE;
    }

    private static String ownPrefix() {
        return Register.PREFIX + Register.token() + "-";
    }

    /** Whether this process is writing a file of that name; other people's files may look alike. */
    public static boolean isOwnTemporary(String name) {
        return name.startsWith(ownPrefix()) && name.endsWith(Register.TEMPORARY_FILE);
    }

    public FileChannel channel() {
        return channel;
    }

    /** Where the bytes are until they get their name. */
    public Path temporary() {
        return temporary;
    }

    /** Waits until the bytes are on the device; publishing waits for the name to be there too. */
    public void force() throws IOException {
        channel.force(true);
        forced = true;
    }

    /**
     * Gives the file its name in one step, if it lies on the same device.
     *
     * @throws FileAlreadyExistsException if the name is taken and {@code existing} keeps it
     */
    public void publishAs(Path name, Existing existing) throws IOException {
        channel.close();
        Failpoint.reached("publish.before");
        if (existing.replaces()) {
            moveOver(name);
        } else {
            moveIfFree(name);
        }
        published = true;
        Failpoint.reached("publish.after");
        if (forced) {
            DurableFolder.force(requireNonNull(name.toAbsolutePath().getParent()));
        }
    }

    private void moveOver(Path name) throws IOException {
        Files.move(
                temporary,
                name,
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
    }

    private void moveIfFree(Path name) throws IOException {
        if (!FreeName.move(temporary, name)) {
            throw new FileAlreadyExistsException(name.toString());
        }
    }

    @Override
    public void close() throws IOException {
        try {
            channel.close();
        } catch (IOException e) {
            if (published) {
                return; // everything was forced to the device before it got its name
            }
            Files.deleteIfExists(temporary);
            throw e;
        }
        if (!published) {
            Files.deleteIfExists(temporary);
        }
    }
}
