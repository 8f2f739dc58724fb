package app.lacuna.extract;

import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.files.DurableFolder;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Forces written files to the device while other files are still being written. Call order: {@link
 * #add} for each file that has its name, {@link #finish}, {@link #close}. One thread uses it.
 */
final class DurableFiles implements AutoCloseable {
    /** File systems combine the waits of several threads into one. */
    private static final int THREADS = 8;

    private static final long PENDING_BYTES = 64L << 20;

    /** Added to the size of each file: even an empty file takes time. */
    private static final long FILE_BYTES = 1 << 14;

    private final Workers workers = Workers.start(THREADS);
    private final InOrder<Path> pending = new InOrder<>(workers, PENDING_BYTES, file -> {});
    private final Set<Path> folders = new LinkedHashSet<>();

    /**
     * Forces a file in the background. Waits while too many bytes are pending.
     *
     * @throws IOException if an earlier file could not be forced
     */
    void add(Path file, long bytes) throws IOException {
        addName(file);
        pending.submit(bytes + FILE_BYTES, () -> force(file));
    }

    /** Adds a link or a folder: its name, and the names of the folders around it. */
    void addName(Path item) {
        Path folder = item.toAbsolutePath().getParent();
        while (folder != null && folders.add(folder)) {
            folder = folder.getParent();
        }
    }

    /**
     * Waits until all files and names are on the device.
     *
     * @throws IOException if the device refuses a file
     */
    void finish() throws IOException {
        pending.finish();
        for (Path folder : folders) {
            pending.submit(FILE_BYTES, () -> forceFolder(folder));
        }
        pending.finish();
    }

    private static Path forceFolder(Path folder) {
        DurableFolder.force(folder);
        return folder;
    }

    /** Skips a file that another process deleted, moved or protected in the meantime. */
    private static Path force(Path file) throws IOException {
        if (!Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            return file; // opening a pipe would wait for another process
        }
        for (OpenOption access : List.of(StandardOpenOption.WRITE, StandardOpenOption.READ)) {
            FileChannel opened;
            try {
                opened = FileChannel.open(file, access, LinkOption.NOFOLLOW_LINKS);
            } catch (IOException e) {
                continue; // POSIX forces a file that is open for reading, too
            }
            try (opened) {
                opened.force(true);
            }
            return file;
        }
        return file;
    }

    /** Waits for the files whose forcing has begun. */
    @Override
    public void close() {
        pending.close();
        workers.close();
    }
}
