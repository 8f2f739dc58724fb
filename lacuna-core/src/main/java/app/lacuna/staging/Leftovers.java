package app.lacuna.staging;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Remembers in which folders this process writes temporary files, so that the next start can take
 * away what a killed one has left. Each process has a small file of its own, locked as long as it
 * lives: one that can be locked belongs to a dead process. It holds paths of folders, nothing else,
 * and only the user can read it.
 *
 * <p>Where nothing can be remembered, nothing is taken away, and all else works the same.
 */
public final class Leftovers {
    private static final String ENDING = ".folders";

    private static Optional<Leftovers> current = Optional.empty();

    private final FileChannel journal;
    private final Path file;
    private final Set<Path> known = new HashSet<>();

    private Leftovers(FileChannel journal, Path file) {
        this.journal = journal;
        this.file = file;
    }

    /**
     * Called once when a program starts: takes away what dead processes have left, and remembers
     * from now on where this one writes.
     *
     * @param stateFolder where the program keeps its own state; made if it is not there
     * @return how many files were taken away
     */
    public static synchronized int start(Path stateFolder) {
        int removed = 0;
        try {
            Files.createDirectories(stateFolder);
            removed = removeAll(stateFolder);
            if (current.isEmpty()) {
                current = Optional.of(open(stateFolder));
            }
        } catch (IOException e) {
            return removed; // a place that can not be written: see above
        }
        return removed;
    }

    private static Leftovers open(Path stateFolder) throws IOException {
        Path file = stateFolder.resolve(ProcessHandle.current().pid() + ENDING);
        FileChannel journal =
                FileChannel.open(
                        file,
                        StandardOpenOption.CREATE,
                        StandardOpenOption.TRUNCATE_EXISTING,
                        StandardOpenOption.WRITE);
        if (journal.tryLock() == null) {
            journal.close();
            throw new IOException("in use");
        }
        file.toFile().deleteOnExit();
        return new Leftovers(journal, file);
    }

    /** Remembers a folder before the first temporary file is written there. */
    static synchronized void remember(Path folder) {
        current.ifPresent(leftovers -> leftovers.add(folder.toAbsolutePath()));
    }

    private void add(Path folder) {
        boolean ours = folder.getFileSystem() == file.getFileSystem();
        if (!ours || !known.add(folder) || folder.toString().indexOf('\n') >= 0) {
            return;
        }
        try {
            journal.write(StandardCharsets.UTF_8.encode(folder + "\n"));
        } catch (IOException e) {
            known.remove(folder); // see above
        }
    }

    private static int removeAll(Path stateFolder) throws IOException {
        int removed = 0;
        try (DirectoryStream<Path> journals = Files.newDirectoryStream(stateFolder, "*" + ENDING)) {
            for (Path journal : journals) {
                removed += removeOf(journal);
            }
        } catch (DirectoryIteratorException e) {
            throw e.getCause();
        }
        return removed;
    }

    private static int removeOf(Path journal) {
        String name = journal.getFileName().toString();
        String process = name.substring(0, name.length() - ENDING.length());
        int removed = 0;
        try (FileChannel channel =
                        FileChannel.open(
                                journal, StandardOpenOption.READ, StandardOpenOption.WRITE);
                FileLock lock = channel.tryLock()) {
            if (lock == null) {
                return 0;
            }
            List<String> folders = Files.readAllLines(journal, StandardCharsets.UTF_8);
            for (String folder : folders) {
                removed += removeFrom(Path.of(folder), process);
            }
            Files.deleteIfExists(journal);
        } catch (IOException | OverlappingFileLockException | InvalidPathException e) {
            return removed; // in use after all, or unreadable: the next start tries again
        }
        return removed;
    }

    private static int removeFrom(Path folder, String process) {
        int removed = 0;
        String pattern =
                StagedFile.PREFIX
                        + process
                        + "-*{"
                        + StagedFile.SUFFIX
                        + ","
                        + PrivateFolder.SUFFIX
                        + "}";
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, pattern)) {
            for (Path left : files) {
                PrivateFolder.wipe(left);
                removed++;
            }
        } catch (IOException | DirectoryIteratorException e) {
            return removed; // a folder that is gone, or a stick that was taken out
        }
        return removed;
    }
}
