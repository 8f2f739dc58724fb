package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Sha256;
import app.lacuna.selection.FileItem;
import app.lacuna.staging.FileMark;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.PrivateFolder;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;

/**
 * Readable copies of entries that other programs work with: each under its own name in a folder
 * that only the user can read, and watched. They are gone when this is closed.
 */
public final class OutsideCopies implements AutoCloseable {
    private final Map<String, Copy> copies = new LinkedHashMap<>();
    private final List<PrivateFolder> folders = new ArrayList<>();
    private final Path archive;
    private int next;

    /**
     * @param archive where the entries come from
     */
    public OutsideCopies(Path archive) {
        this.archive = archive;
    }

    private static final class Copy {
        private final Path place;
        private final Path file;
        private FileMark mark;
        private String digest;
        private boolean changed;

        Copy(Path place, Path file) throws IOException {
            this.place = place;
            this.file = file;
            settle();
        }

        /** What is there now counts as unchanged. */
        void settle() throws IOException {
            mark = FileMark.of(file);
            digest = digest(file);
            changed = false;
        }

        /** A program that saves may take the file away for a moment: that is no change yet. */
        void look() throws IOException {
            if (!Files.isRegularFile(file) || mark.isStill(file)) {
                return;
            }
            mark = FileMark.of(file);
            changed = !digest.equals(digest(file));
        }
    }

    /** The copy of an entry, made if there is none yet. */
    public synchronized Path open(OpenedArchive reader, ArchiveEntry entry, CancelToken cancel)
            throws IOException {
        Copy known = copies.get(entry.path());
        if (known != null && Files.isRegularFile(known.file)) {
            return known.file;
        }
        Path place = newPlace(entry.size());
        ExtractReport report =
                new Extractor(
                                reader,
                                ExtractOptions.of(place, ConflictRule.FAIL)
                                        .leaving(LooseEnd.Kind.OPEN_OUTSIDE, archive)
                                        .flat()
                                        .with(ExtractOptions.Unprotected.TAKE_OUT),
                                ProgressListener.none(),
                                cancel)
                        .extract(List.of(entry));
        if (report.stopped().isPresent()) {
            if (report.stopped().get() instanceof IOException failure) {
                throw failure;
            }
            throw new CancellationException();
        }
        ExtractedEntry result = report.entries().get(0);
        if (result.cause().isPresent()) {
            throw result.cause().get();
        }
        Path file = result.target().orElseThrow(() -> new IOException("no file can be made of it"));
        copies.put(entry.path(), new Copy(place, file));
        return file;
    }

    /**
     * In the folder that is there, or in another one if it lies in memory and that is full.
     *
     * @param bytes how much will be put there
     */
    private Path newPlace(long bytes) throws IOException {
        PrivateFolder last = folders.isEmpty() ? null : folders.get(folders.size() - 1);
        if (last == null || FreeSpace.at(last.path()) < bytes) {
            last = PrivateFolder.create(bytes);
            folders.add(last);
        }
        return Files.createDirectory(last.path().resolve(String.valueOf(++next)));
    }

    /**
     * Whether some of the copies are on a disk, where the system has no place in memory for them.
     */
    public synchronized boolean areOnDisk() {
        return folders.stream().anyMatch(folder -> folder.medium() == PrivateFolder.Medium.DISK);
    }

    /**
     * An empty place for copies that nobody watches, for dragging out for example.
     *
     * @param bytes how much will be put there
     */
    public synchronized Path place(long bytes) throws IOException {
        return newPlace(bytes);
    }

    /** Looks at all copies; the paths of those whose contents are no longer the entry's. */
    public synchronized Set<String> changed() throws IOException {
        Set<String> paths = new LinkedHashSet<>();
        for (Map.Entry<String, Copy> copy : copies.entrySet()) {
            copy.getValue().look();
            if (copy.getValue().changed) {
                paths.add(copy.getKey());
            }
        }
        return paths;
    }

    public synchronized Optional<Path> copyOf(String path) {
        return Optional.ofNullable(copies.get(path)).map(copy -> copy.file);
    }

    /**
     * The change is in the archive now, unless the other program has saved once more since.
     *
     * @param packed the copy as it was when it was packed
     */
    public synchronized void packed(FileItem packed) throws IOException {
        Copy copy = copies.get(packed.path());
        if (copy == null || !Files.isRegularFile(copy.file)) {
            return;
        }
        boolean still =
                Files.size(copy.file) == packed.size()
                        && Files.getLastModifiedTime(copy.file)
                                .toInstant()
                                .equals(packed.modified());
        if (still) {
            copy.settle();
        }
    }

    /** Throws the copy away, and what was changed in it. */
    public synchronized void discard(String path) throws IOException {
        Copy copy = copies.remove(path);
        if (copy != null) {
            Clearer.wipeOwn(copy.place);
            Ends.gone(List.of(copy.file, copy.place));
        }
    }

    /** How many copies there are. */
    public synchronized int count() {
        return copies.size();
    }

    private static String digest(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return Sha256.of(in, CancelToken.never());
        }
    }

    /** Wipes and deletes all of it. Can be used again afterwards. */
    @Override
    public synchronized void close() throws IOException {
        copies.clear();
        List<PrivateFolder> old = List.copyOf(folders);
        folders.clear();
        IOException failure = null;
        for (PrivateFolder folder : old) {
            try {
                folder.close();
            } catch (IOException e) {
                failure = e; // the others go all the same; the next start tries this one again
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
