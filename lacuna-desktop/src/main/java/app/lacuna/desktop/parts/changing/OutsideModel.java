package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.base.SaturatedSum;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.Extractor;
import app.lacuna.extract.OutsideCopies;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Files of the archive that are open in other programs, as readable copies that are watched. */
public final class OutsideModel {
    /** What is dragged out has to be on disk at once. */
    public static final long MOST_DRAGGED_BYTES = 256_000_000;

    private final Threads threads;
    private final Programs programs;
    private final OutsideCopies copies = new OutsideCopies();
    private final ReadOnlyObjectWrapper<Set<String>> changed =
            new ReadOnlyObjectWrapper<>(Set.of());
    private final ReadOnlyIntegerWrapper count = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private boolean looking;
    private boolean onDisk;

    public OutsideModel(Threads threads, Programs programs) {
        this.threads = threads;
        this.programs = programs;
    }

    /** Makes the copy, and opens it in the program that is set up for its kind. */
    public void open(OpenedArchive reader, ArchiveEntry entry) {
        inBackground(
                () -> {
                    Path file = copies.open(reader, entry, CancelToken.never());
                    try {
                        programs.open(file);
                    } catch (IOException e) {
                        copies.discard(entry.path());
                        throw new NoProgram(e);
                    }
                    return file;
                });
    }

    /** Nothing on this computer opens such files. */
    private static final class NoProgram extends IOException {
        NoProgram(IOException cause) {
            super(cause);
        }
    }

    /** Looks whether a copy has been changed. Call it every second or so. */
    public void look() {
        if (count.get() == 0 || looking) {
            return;
        }
        looking = true;
        threads.background()
                .execute(
                        () -> {
                            Outcome<Set<String>> outcome = Outcome.of(copies::changed);
                            threads.ui().execute(() -> looked(outcome));
                        });
    }

    /** The same at once: before the copies are wiped, nothing that was just saved may be missed. */
    public void lookNow() {
        if (count.get() > 0) {
            looked(Outcome.of(copies::changed));
        }
    }

    private void looked(Outcome<Set<String>> outcome) {
        looking = false;
        if (outcome instanceof Outcome.Done<Set<String>> done && count.get() > 0) {
            changed.set(done.value());
        }
    }

    /** Whether some of them had to be put on a disk, where the system has no place in memory. */
    public boolean areOnDisk() {
        return onDisk;
    }

    public Optional<Path> copyOf(String path) {
        return copies.copyOf(path);
    }

    /** These are in the archive now; those of them that are our copies are no change any more. */
    public void packed(List<FileItem> items) {
        List<FileItem> ours =
                items.stream()
                        .filter(
                                item ->
                                        copies.copyOf(item.path())
                                                .filter(item.source()::equals)
                                                .isPresent())
                        .toList();
        inBackground(
                () -> {
                    for (FileItem item : ours) {
                        copies.packed(item);
                    }
                    return ours;
                });
    }

    /** Throws the copy away, and what was changed in it. */
    public void discard(String path) {
        inBackground(
                () -> {
                    copies.discard(path);
                    return path;
                });
    }

    private void inBackground(Callable<?> work) {
        failure.set(Optional.empty());
        threads.background()
                .execute(
                        () -> {
                            Outcome<?> outcome = Outcome.of(work::call);
                            int now = copies.count();
                            boolean disk = copies.areOnDisk();
                            threads.ui()
                                    .execute(
                                            () -> {
                                                onDisk = disk;
                                                ended(outcome, now);
                                            });
                        });
    }

    private void ended(Outcome<?> outcome, int now) {
        count.set(now);
        if (outcome instanceof Outcome.Failed<?> failed) {
            failure.set(
                    Optional.of(
                            failed.cause() instanceof NoProgram
                                    ? FailureText.named("NoProgram")
                                    : FailureText.of(failed.cause())));
        }
        if (now == 0) {
            changed.set(Set.of());
        } else {
            look();
        }
    }

    /**
     * Readable copies for the file manager that they are dragged to, at once. They are wiped with
     * all others.
     */
    public List<Path> draggedOut(OpenedArchive reader, List<ArchiveEntry> entries)
            throws IOException {
        long bytes = SaturatedSum.of(entries, ArchiveEntry::size);
        Path place = copies.place(bytes);
        ExtractReport report =
                new Extractor(
                                reader,
                                ExtractOptions.of(place, ConflictRule.KEEP_BOTH),
                                told -> {},
                                CancelToken.never())
                        .extract(entries);
        if (!report.isComplete()) {
            throw report.entries().stream()
                    .flatMap(entry -> entry.cause().stream())
                    .findFirst()
                    .orElseGet(() -> new IOException("not all can come out"));
        }
        List<Path> tops = new ArrayList<>();
        try (var children = java.nio.file.Files.list(place)) {
            children.sorted().forEach(tops::add);
        }
        return tops;
    }

    /** Wipes and deletes all copies. From any thread. */
    public void wipe() throws IOException {
        copies.close();
    }

    /** After {@link #wipe}, on the interface thread. */
    public void forget() {
        count.set(0);
        changed.set(Set.of());
        failure.set(Optional.empty());
    }

    /** Paths of entries whose copies are no longer the same. */
    public ReadOnlyObjectProperty<Set<String>> changed() {
        return changed.getReadOnlyProperty();
    }

    public ReadOnlyIntegerProperty count() {
        return count.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
