package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.SaturatedSum;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.Extractor;
import app.lacuna.extract.OutsideCopies;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Files of the archive that are open in other programs, as readable copies that are watched. */
public final class OutsideModel {
    /** Up to this much is copied while the mouse is already moving. */
    private static final long SMALL_BYTES = 1_000_000;

    private static final int FEW = 20;

    private final Job copying;
    private final Job looking;
    private final OpenedArchive reader;
    private final Programs programs;
    private final OutsideCopies copies;
    private final ReadOnlyObjectWrapper<Set<String>> changed =
            new ReadOnlyObjectWrapper<>(Set.of());
    private final ReadOnlyIntegerWrapper count = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Dragged>> dragged =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private boolean onDisk;

    /**
     * Readable copies that lie ready to be dragged to a file manager.
     *
     * @param entries what they are copies of
     * @param files their tops
     */
    public record Dragged(List<ArchiveEntry> entries, List<Path> files) {}

    /**
     * @param copies taken over; there may be some already, of the same archive before it was
     *     written
     */
    public OutsideModel(
            Lifetime life, OpenedArchive reader, Programs programs, OutsideCopies copies) {
        this.reader = reader;
        this.programs = programs;
        this.copies = copies;
        copying = new Job(life, JobKind.TAKING_OUT, Job.Policy.QUEUE);
        looking = new Job(life, JobKind.LOOKING, Job.Policy.QUEUE);
        if (copies.count() > 0) {
            count.set(copies.count());
            look();
        }
    }

    /** Makes the copy, and opens it in the program that is set up for its kind. */
    public void open(ArchiveEntry entry) {
        inBackground(
                cancel -> {
                    Path file = copies.open(reader, entry, cancel);
                    try {
                        programs.open(file);
                    } catch (IOException e) {
                        copies.discard(entry.path());
                        throw new NoProgram(e);
                    }
                });
    }

    /** Nothing on this computer opens such files. */
    private static final class NoProgram extends IOException {
        private static final long serialVersionUID = 1L;

        NoProgram(IOException cause) {
            super(cause);
        }
    }

    /** Looks whether a copy has been changed. Call it every second or so. */
    public void look() {
        if (!looking.running().get()) { // the next second looks again
            lookThen(() -> {});
        }
    }

    /** Before the copies are wiped, nothing that was just saved may be missed. */
    public void lookThen(Runnable then) {
        if (count.get() == 0 && !copying.running().get()) {
            then.run();
            return;
        }
        looking.start(
                (listener, cancel) -> copies.changed(),
                outcome -> {
                    outcome.match(
                            done -> changed.set(done),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                    then.run();
                });
    }

    /** Whether some of them had to be put on a disk, where the system has no place in memory. */
    public boolean areOnDisk() {
        return onDisk;
    }

    public Optional<Path> copyOf(String path) {
        return copies.copyOf(path);
    }

    /**
     * In the background: these are in the archive now; those of them that are our copies are no
     * change any more.
     */
    public void packed(List<FileItem> items) throws IOException {
        for (FileItem item : items) {
            if (copies.copyOf(item.path()).filter(item.source()::equals).isPresent()) {
                copies.packed(item);
            }
        }
    }

    /** Throws the copy away, and what was changed in it. */
    public void discard(String path) {
        inBackground(cancel -> copies.discard(path));
    }

    /** What is done with the copies. */
    @FunctionalInterface
    private interface WithCopies {
        void run(CancelToken cancel) throws IOException;
    }

    private record Now(int count, boolean onDisk) {}

    private void inBackground(WithCopies work) {
        failure.set(Optional.empty());
        copying.start(
                (listener, cancel) -> {
                    work.run(cancel);
                    return new Now(copies.count(), copies.areOnDisk());
                },
                this::ended);
    }

    private void ended(Outcome<Now> outcome) {
        outcome.match(
                done -> {
                    onDisk = done.onDisk();
                    count.set(done.count());
                },
                () -> {},
                cause -> {
                    count.set(copies.count());
                    fail(cause);
                });
        if (count.get() == 0) {
            changed.set(Set.of());
        } else {
            look();
        }
    }

    private void fail(Throwable cause) {
        failure.set(
                Optional.of(
                        cause instanceof NoProgram
                                ? FailureText.named("NoProgram")
                                : FailureText.of(cause)));
    }

    /**
     * Makes readable copies for the file manager that these are dragged to, in the background; they
     * are wiped with all others.
     */
    public void prepareDrag(List<ArchiveEntry> entries) {
        dragged.set(Optional.empty());
        failure.set(Optional.empty());
        copying.start(
                (listener, cancel) -> copied(entries, listener, cancel),
                outcome -> {
                    outcome.match(
                            done -> dragged.set(Optional.of(new Dragged(entries, done))),
                            () -> {},
                            this::fail);
                });
    }

    /** Whether copies of these are there in a moment. */
    public static boolean areSmall(List<ArchiveEntry> entries) {
        return entries.size() <= FEW && SaturatedSum.of(entries, ArchiveEntry::size) <= SMALL_BYTES;
    }

    /** The same at once, for a few small ones; nothing if that is not possible, and why is said. */
    public Optional<List<Path>> copyNow(List<ArchiveEntry> entries) {
        try {
            return Optional.of(copied(entries, ProgressListener.none(), CancelToken.never()));
        } catch (IOException e) {
            fail(e);
            return Optional.empty();
        }
    }

    private List<Path> copied(
            List<ArchiveEntry> entries, ProgressListener listener, CancelToken cancel)
            throws IOException {
        Path place = copies.place(SaturatedSum.of(entries, ArchiveEntry::size));
        ExtractReport report =
                new Extractor(
                                reader,
                                ExtractOptions.of(place, ConflictRule.KEEP_BOTH)
                                        .leaving(
                                                LooseEnd.Kind.DRAGGED_OUT,
                                                reader.outside().archive()),
                                listener,
                                cancel)
                        .extract(entries);
        if (!report.isComplete()) {
            cancel.check();
            throw report.entries().stream()
                    .flatMap(entry -> entry.cause().stream())
                    .findFirst()
                    .orElseGet(() -> new IOException("not all can come out"));
        }
        try (Stream<Path> children = Files.list(place)) {
            return children.sorted().toList();
        }
    }

    /** Copies that can be dragged now, of exactly these entries. */
    public Optional<List<Path>> readyToDrag(List<ArchiveEntry> entries) {
        return dragged.get().filter(now -> now.entries().equals(entries)).map(Dragged::files);
    }

    /** Copies that lie ready to be dragged. */
    public ReadOnlyObjectProperty<Optional<Dragged>> dragged() {
        return dragged.getReadOnlyProperty();
    }

    public Job copying() {
        return copying;
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
