package app.lacuna.staging;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.Set;

/**
 * A folder that only this user can read, for readable copies that other programs need for a while.
 * Closing it overwrites and deletes what is in it; what a killed process has left is taken away at
 * the next start ({@link Leftovers}).
 *
 * <p>Overwriting is done for what it is worth: some disks and file systems write elsewhere.
 */
public final class PrivateFolder implements AutoCloseable {
    static final String SUFFIX = ".private";

    private static final SecureRandom RANDOM = new SecureRandom();

    private final Path path;

    private PrivateFolder(Path path) {
        this.path = path;
    }

    /** Where the system keeps such things: in memory, if it has a place for it. */
    public static PrivateFolder create() throws IOException {
        String inMemory = System.getenv("XDG_RUNTIME_DIR");
        Path parent = Path.of(System.getProperty("java.io.tmpdir"));
        if (inMemory != null && Files.isWritable(Path.of(inMemory))) {
            parent = Path.of(inMemory);
        }
        return createIn(parent);
    }

    public static PrivateFolder createIn(Path parent) throws IOException {
        String name =
                StagedFile.PREFIX
                        + ProcessHandle.current().pid()
                        + "-"
                        + Long.toHexString(RANDOM.nextLong())
                        + SUFFIX;
        Leftovers.remember(parent);
        Path path = parent.resolve(name);
        if (parent.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            Files.createDirectory(
                    path,
                    PosixFilePermissions.asFileAttribute(
                            PosixFilePermissions.fromString("rwx------")));
        } else {
            Files.createDirectory(path); // the place itself belongs to the user there
        }
        return new PrivateFolder(path);
    }

    public Path path() {
        return path;
    }

    /** Overwrites and deletes a file, or a folder with everything in it. Links are not followed. */
    public static void wipe(Path top) throws IOException {
        if (!Files.exists(top, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        Files.walkFileTree(
                top,
                new SimpleFileVisitor<>() {
                    @Override
                    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes)
                            throws IOException {
                        if (attributes.isRegularFile()) {
                            overwrite(file, attributes.size());
                        }
                        Files.deleteIfExists(file);
                        return FileVisitResult.CONTINUE;
                    }

                    @Override
                    public FileVisitResult postVisitDirectory(Path folder, IOException failure)
                            throws IOException {
                        Files.deleteIfExists(folder);
                        return FileVisitResult.CONTINUE;
                    }
                });
    }

    private static void overwrite(Path file, long size) {
        ByteBuffer zeros = ByteBuffer.allocate(1 << 16);
        try (FileChannel channel =
                FileChannel.open(
                        file, Set.of(StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS))) {
            for (long done = 0; done < size; done += zeros.limit()) {
                zeros.clear().limit((int) Math.min(zeros.capacity(), size - done));
                while (zeros.hasRemaining()) {
                    channel.write(zeros, done + zeros.position());
                }
            }
            channel.force(false);
        } catch (IOException e) {
            // a file that can not be written is deleted as it is
        }
    }

    @Override
    public void close() throws IOException {
        wipe(path);
    }
}
