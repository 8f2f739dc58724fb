package app.lacuna.clearing;

import app.lacuna.clearing.EndFile.Content;
import app.lacuna.state.PrivatePlaces;
import app.lacuna.state.WholeFile;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;

/**
 * Loose ends as they are remembered from start to start: one file each, there whole or not at all.
 * Who changes one keeps other threads and processes waiting for that moment.
 */
final class EndStore {
    private static final String KEPT = ".damaged";
    private static final Map<Path, ReentrantLock> OWN = new ConcurrentHashMap<>();

    private final Path folder;

    EndStore(Path folder) {
        this.folder = folder.toAbsolutePath();
    }

    /** The oldest first. */
    List<LooseEnd> all() {
        List<LooseEnd> all = new ArrayList<>();
        files().forEach(file -> read(file).map(Content::end).ifPresent(all::add));
        all.sort(Comparator.comparing(LooseEnd::since).thenComparing(LooseEnd::id));
        return all;
    }

    /** Records of which something cannot be read, and copies that were kept of such. */
    List<Path> damaged() {
        List<Path> damaged = new ArrayList<>();
        for (Path file : files()) {
            try {
                if (EndFile.read(file).filter(Content::whole).isEmpty()) {
                    damaged.add(file);
                }
            } catch (NoSuchFileException e) {
                continue; // another process has just cleared it
            } catch (IOException e) {
                damaged.add(file);
            }
        }
        damaged.addAll(files(KEPT));
        return damaged;
    }

    /** A record that cannot be read keeps no other from being changed. */
    private static Optional<LooseEnd> head(Path file) {
        try {
            return EndFile.head(file);
        } catch (IOException e) {
            return Optional.empty(); // it is among the damaged ones
        }
    }

    private static Optional<Content> read(Path file) {
        try {
            return EndFile.read(file);
        } catch (IOException e) {
            return Optional.empty(); // somebody has just cleared it
        }
    }

    void put(LooseEnd end) throws IOException {
        locked(() -> write(end));
    }

    /** Not there any more if nothing is left of it. */
    void change(String id, UnaryOperator<LooseEnd> change) throws IOException {
        locked(
                () -> {
                    Optional<Content> before = read(place(id));
                    if (before.isPresent()) {
                        replace(before.get(), change.apply(before.get().end()));
                    }
                });
    }

    /**
     * Each that the change makes something else of.
     *
     * @param which by what holds for all of it: its files need not be read for that
     */
    void changeAll(Predicate<LooseEnd> which, UnaryOperator<LooseEnd> change) throws IOException {
        if (!Files.isDirectory(folder)) {
            return;
        }
        locked(
                () -> {
                    for (Path file : files()) {
                        Optional<Content> before =
                                head(file).filter(which).flatMap(head -> read(file));
                        if (before.isPresent()) {
                            replace(before.get(), change.apply(before.get().end()));
                        }
                    }
                });
    }

    private List<Path> files() {
        return files(EndFile.ENDING);
    }

    private List<Path> files(String ending) {
        List<Path> all = new ArrayList<>();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*" + ending)) {
            files.forEach(all::add);
        } catch (IOException | DirectoryIteratorException e) {
            return all; // nothing was ever remembered, or it can not be read now
        }
        return all;
    }

    private void replace(Content before, LooseEnd after) throws IOException {
        Path place = place(before.end().id());
        boolean changed = after.files().isEmpty() || !after.equals(before.end());
        if (changed && !before.whole()) {
            keepCopy(place);
        }
        if (after.files().isEmpty()) {
            Files.deleteIfExists(place);
        } else if (changed) {
            write(after);
        }
    }

    /** The lines that cannot be read may name readable files: somebody has to look at them. */
    private void keepCopy(Path damaged) throws IOException {
        String name = damaged.getFileName().toString();
        String stem = name.substring(0, name.length() - EndFile.ENDING.length());
        int number = 1;
        while (Files.exists(folder.resolve(stem + "-" + number + KEPT))) {
            number++;
        }
        WholeFile.replace(
                folder.resolve("new"),
                folder.resolve(stem + "-" + number + KEPT),
                Files.readAllBytes(damaged));
    }

    private Path place(String id) {
        return folder.resolve(id + EndFile.ENDING);
    }

    @FunctionalInterface
    private interface Step {
        void run() throws IOException;
    }

    private void locked(Step step) throws IOException {
        PrivatePlaces.makeFolder(folder);
        ReentrantLock own = OWN.computeIfAbsent(folder, path -> new ReentrantLock());
        Path guardPlace = folder.resolve("guard.lock");
        own.lock();
        try (FileChannel guard =
                        FileChannel.open(
                                guardPlace,
                                Set.of(StandardOpenOption.CREATE, StandardOpenOption.WRITE),
                                PrivatePlaces.forFile(guardPlace));
                FileLock lock = guard.lock()) {
            step.run();
            assert lock.isValid();
        } finally {
            own.unlock();
        }
    }

    /** Under the lock, so the name beside it is always this process's own. */
    private void write(LooseEnd end) throws IOException {
        WholeFile.replace(folder.resolve("new"), place(end.id()), EndFile.bytes(end));
    }
}
