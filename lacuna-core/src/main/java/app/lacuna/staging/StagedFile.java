package app.lacuna.staging;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.Set;

/**
 * A file that is written under a temporary name beside its target and gets its real name only when
 * it is whole. Call order: write to {@link #channel}, then {@link #force} where the data must
 * survive a power cut, then {@link #publish}. Closing an unpublished file deletes it.
 *
 * <p>The temporary name starts with a dot, says nothing about the target and carries the number of
 * the process, so that a leftover can be told from a file in use.
 */
public final class StagedFile implements AutoCloseable {
    public static final String PREFIX = ".lacuna-";
    public static final String SUFFIX = ".part";

    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path target;
    private final Path temporary;
    private final FileChannel channel;
    private boolean forced;
    private boolean published;

    private StagedFile(Path target, FileAttribute<?>... attributes) throws IOException {
        this.target = target.toAbsolutePath();
        this.temporary = this.target.resolveSibling(temporaryName());
        Leftovers.remember(this.target.getParent());
        this.channel =
                FileChannel.open(
                        temporary,
                        Set.of(
                                StandardOpenOption.CREATE_NEW,
                                StandardOpenOption.READ,
                                StandardOpenOption.WRITE),
                        attributes);
    }

    public static StagedFile beside(Path target) throws IOException {
        return new StagedFile(target);
    }

    /** Only the owner can read it, from the first byte on, where the file system knows owners. */
    public static StagedFile privateBeside(Path target) throws IOException {
        if (!target.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            return new StagedFile(target);
        }
        return new StagedFile(
                target,
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    }

    /** Replaces a small text that only the owner can read; the folder is made if need be. */
    public static void writePrivately(Path target, String text) throws IOException {
        Files.createDirectories(target.toAbsolutePath().getParent());
        try (StagedFile staged = privateBeside(target)) {
            ByteBuffer bytes = StandardCharsets.UTF_8.encode(text);
            while (bytes.hasRemaining()) {
                staged.channel().write(bytes);
            }
            staged.force();
            staged.publish(Existing.REPLACE);
        }
    }

    private static String temporaryName() {
        return PREFIX
                + ProcessHandle.current().pid()
                + "-"
                + Long.toHexString(RANDOM.nextLong())
                + SUFFIX;
    }

    public FileChannel channel() {
        return channel;
    }

    /** Where the bytes are until {@link #publish}. */
    public Path temporary() {
        return temporary;
    }

    /** Waits until the bytes are on the device; publishing waits for the name to be there too. */
    public void force() throws IOException {
        channel.force(true);
        forced = true;
    }

    /**
     * Gives the file its name in one step.
     *
     * @throws FileAlreadyExistsException if the name is taken and {@code existing} keeps it
     */
    public void publish(Existing existing) throws IOException {
        publishAs(target, existing);
    }

    /** The same under another name in the same folder. */
    public void publishAs(Path name, Existing existing) throws IOException {
        channel.close();
        if (existing == Existing.REPLACE) {
            moveOver(name);
        } else {
            moveIfFree(name);
        }
        published = true;
        if (forced) {
            forceFolder();
        }
    }

    private void moveOver(Path name) throws IOException {
        Files.move(
                temporary,
                name,
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
    }

    /** A hard link is the one step that fails when the name is taken; not every disk has them. */
    private void moveIfFree(Path name) throws IOException {
        try {
            Files.createLink(name, temporary);
        } catch (FileAlreadyExistsException e) {
            throw e;
        } catch (IOException | UnsupportedOperationException e) {
            Files.move(temporary, name);
            return;
        }
        Files.delete(temporary);
    }

    private void forceFolder() {
        try (FileChannel folder = FileChannel.open(target.getParent(), StandardOpenOption.READ)) {
            folder.force(true);
        } catch (IOException | UnsupportedOperationException e) {
            // Some systems can not open a folder; the move has happened all the same.
        }
    }

    @Override
    public void close() throws IOException {
        channel.close();
        if (!published) {
            Files.deleteIfExists(temporary);
        }
    }

    /** What to do when the name is taken. */
    public enum Existing {
        KEEP,
        REPLACE
    }
}
