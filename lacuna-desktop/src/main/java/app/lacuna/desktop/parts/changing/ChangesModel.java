package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.edit.ChangePlan;
import app.lacuna.edit.PendingChanges;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.value.ObservableValue;

/**
 * What is to be changed in the open archive: collected edit by edit, seen, taken back. Edits are
 * worked out in the background, one after the other, in the order in which they were made; none is
 * lost because another one takes a while.
 */
public final class ChangesModel {
    private final Lifetime life;
    private final Job editing;
    private final ReadOnlyObjectWrapper<Optional<ChangePlan>> plan =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyIntegerWrapper count = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<List<LeftOut>> leftOut =
            new ReadOnlyObjectWrapper<>(List.of());
    private final BooleanProperty closed = new SimpleBooleanProperty();

    /** Only the job of editing touches it. */
    @SuppressWarnings("NullAway.Init") // the first edit makes it
    private volatile PendingChanges pending;

    private int unfinished;
    private int settling;

    /** Nothing is to be changed yet in an archive with these entries. */
    public ChangesModel(Lifetime life, List<ArchiveEntry> entries) {
        this.life = life;
        editing = new Job(life, JobKind.EDITING, Job.Policy.QUEUE);
        editing.start(
                (listener, cancel) -> {
                    pending = new PendingChanges(entries);
                    return seen(List.of());
                },
                this::show);
    }

    /**
     * When every edit that was made until now has been worked out. Until then no other is taken: it
     * would not be part of what is done then.
     */
    public void whenSettled(Runnable then) {
        settling++;
        editing.start(
                (listener, cancel) -> plan,
                settled -> {
                    settling--;
                    then.run();
                });
    }

    /** How it is after an edit. */
    private record Seen(int count, ChangePlan plan, List<LeftOut> leftOut) {}

    private Seen seen(List<LeftOut> left) {
        return new Seen(pending.count(), pending.plan(), left);
    }

    private void show(Outcome<Seen> outcome) {
        outcome.match(
                done -> {
                    count.set(done.count());
                    plan.set(Optional.of(done.plan()));
                    leftOut.set(done.leftOut());
                },
                () -> {},
                cause -> failure.set(Optional.of(FailureText.of(cause))));
    }

    /** One edit; what could not be put in comes out. */
    @FunctionalInterface
    private interface Edit {
        List<LeftOut> on(PendingChanges changes, CancelToken cancel) throws IOException;
    }

    private void edit(Edit edit, Runnable then) {
        if (closed.get() || settling > 0) {
            life.book().busyWith(JobKind.WRITING);
            return;
        }
        failure.set(Optional.empty());
        unfinished++;
        editing.start(
                (listener, cancel) -> seen(edit.on(pending, cancel)),
                outcome -> {
                    unfinished--;
                    show(outcome);
                    outcome.match(done -> then.run(), () -> {}, cause -> {}); // which is shown
                });
    }

    private interface PlainEdit {
        void on(PendingChanges changes) throws IOException;
    }

    private void edit(PlainEdit edit) {
        edit(
                (changes, cancel) -> {
                    edit.on(changes);
                    return List.of();
                },
                () -> {});
    }

    public void remove(List<String> paths) {
        if (!paths.isEmpty()) {
            edit(changes -> changes.remove(paths));
        }
    }

    public void move(String from, String to) {
        edit(changes -> changes.move(from, to));
    }

    /**
     * @param folder inside the archive; empty for the top
     */
    public void add(List<Path> roots, String folder) {
        edit(
                (changes, cancel) -> {
                    FileSelection selection = new SelectionScanner(cancel).scan(roots);
                    changes.put(selection.items(), folder);
                    return selection.leftOut();
                },
                () -> {});
    }

    /** A copy that was changed outside takes the place of the entry. */
    public void replace(String path, Path copy, Runnable then) {
        edit(
                (changes, cancel) -> {
                    FileSelection selection = new SelectionScanner(cancel).scan(List.of(copy));
                    for (FileItem item : selection.items()) {
                        changes.put(List.of(item.withPath(path)));
                    }
                    return selection.leftOut();
                },
                then);
    }

    public void undo() {
        edit(PendingChanges::undo);
    }

    public void forgetAll() {
        edit(PendingChanges::clear);
    }

    /** While it is written nothing can be changed. */
    public void closeWhile(ObservableValue<Boolean> writing) {
        closed.bind(writing);
    }

    /**
     * Whether there is something that is not written, an edit that is still worked out included.
     */
    public boolean isUnwritten() {
        return count.get() > 0 || unfinished > 0;
    }

    /** What has just been written could not all be read. */
    public void leftOut(List<LeftOut> left) {
        leftOut.set(left);
    }

    public void fail(FailureText text) {
        failure.set(Optional.of(text));
    }

    public void clearFailure() {
        failure.set(Optional.empty());
    }

    /** Whether edits are still being worked out. */
    public ReadOnlyBooleanProperty editing() {
        return editing.running();
    }

    /** All entries as they will be; absent until they have been looked at. */
    public ReadOnlyObjectProperty<Optional<ChangePlan>> plan() {
        return plan.getReadOnlyProperty();
    }

    /** How many edits wait to be written. */
    public ReadOnlyIntegerProperty count() {
        return count.getReadOnlyProperty();
    }

    /** What was to be added, or written, and could not be read. */
    public ReadOnlyObjectProperty<List<LeftOut>> leftOut() {
        return leftOut.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
