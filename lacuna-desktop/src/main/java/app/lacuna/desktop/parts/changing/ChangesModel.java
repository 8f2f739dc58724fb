package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.change.ChangePlan;
import app.lacuna.change.PendingChanges;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.desktop.jobs.Work;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.ChangeJob;
import app.lacuna.job.RelockJob;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteResult;
import app.lacuna.job.RewriteTarget;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * What is to be changed in the open archive: collected edit by edit, seen, taken back, and written
 * in one go. Edits are worked out in the background, one after the other.
 */
public final class ChangesModel {
    private final UserAction editing;
    private final UserAction writing;
    private final ReadOnlyObjectWrapper<Optional<ChangePlan>> plan =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyIntegerWrapper count = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<RewriteResult>> written =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<List<LeftOut>> leftOut =
            new ReadOnlyObjectWrapper<>(List.of());
    private Optional<PendingChanges> pending = Optional.empty();
    private volatile List<LeftOut> lastLeftOut = List.of();

    public ChangesModel(Threads threads) {
        editing = new UserAction(threads);
        writing = new UserAction(threads);
    }

    /** Nothing is to be changed yet in an archive with these entries. */
    public void begin(List<ArchiveEntry> entries) {
        pending = Optional.empty();
        plan.set(Optional.empty());
        count.set(0);
        editing.start(
                (listener, cancel) -> new PendingChanges(entries),
                outcome -> {
                    if (outcome instanceof Outcome.Done<PendingChanges> done) {
                        pending = Optional.of(done.value());
                        show();
                    }
                });
    }

    /** Forgets everything that was not written. */
    public void clear() {
        leftOut.set(List.of());
        pending = Optional.empty();
        plan.set(Optional.empty());
        count.set(0);
        failure.set(Optional.empty());
        written.set(Optional.empty());
    }

    private void show() {
        count.set(pending.map(PendingChanges::count).orElse(0));
        plan.set(pending.map(PendingChanges::plan));
    }

    /** One edit. */
    @FunctionalInterface
    private interface Edit {
        void on(PendingChanges changes) throws IOException;
    }

    private void edit(Edit edit) {
        edit(edit, () -> {});
    }

    private void edit(Edit edit, Runnable then) {
        if (pending.isEmpty() || editing.running().get() || writing.running().get()) {
            return;
        }
        PendingChanges own = pending.get();
        failure.set(Optional.empty());
        leftOut.set(List.of());
        written.set(Optional.empty());
        editing.start(
                (listener, cancel) -> {
                    edit.on(own);
                    return own;
                },
                outcome -> {
                    if (outcome instanceof Outcome.Failed<PendingChanges> failed) {
                        failure.set(Optional.of(FailureText.of(failed.cause())));
                    }
                    if (pending.filter(now -> now == own).isPresent()) {
                        show();
                    }
                    if (outcome instanceof Outcome.Done<PendingChanges>) {
                        then.run();
                    }
                });
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
                changes -> {
                    FileSelection selection = scanned(roots);
                    lastLeftOut = selection.leftOut();
                    changes.put(selection.items(), folder);
                },
                () -> leftOut.set(lastLeftOut));
    }

    private static FileSelection scanned(List<Path> roots) {
        return new SelectionScanner(CancelToken.never()).scan(roots);
    }

    /** A copy that was changed outside takes the place of the entry. */
    public void replace(String path, Path copy, Runnable then) {
        edit(
                changes -> {
                    FileItem item = scanned(List.of(copy)).items().get(0);
                    changes.put(List.of(item.withPath(path)));
                },
                then);
    }

    public void undo() {
        edit(PendingChanges::undo);
    }

    public void forgetAll() {
        edit(PendingChanges::clear);
    }

    /**
     * Writes what is pending.
     *
     * @param target the archive itself, or a name that is free
     * @param password taken over
     * @param onDone told on the interface thread when the new archive is in its place
     */
    public void write(
            RewriteTarget where,
            Optional<Secret> password,
            Consumer<RewriteResult> onDone,
            Runnable onFailed) {
        if (count.get() == 0 || writing.running().get()) {
            password.ifPresent(Secret::close);
            return;
        }
        ChangePlan now = plan.get().orElseThrow();
        start(
                (listener, cancel) -> new ChangeJob(where, password, listener, cancel).run(now),
                password,
                Optional.empty(),
                onDone,
                onFailed);
    }

    /** Locks the archive anew. Both passwords are closed at the end. */
    public void relock(
            RelockRequest request,
            Optional<Secret> before,
            Optional<Secret> after,
            Consumer<RewriteResult> onDone,
            Runnable onFailed) {
        start(
                (listener, cancel) -> new RelockJob(request, listener, cancel).run(before, after),
                before,
                after,
                onDone,
                onFailed);
    }

    private void start(
            Work<RewriteResult> work,
            Optional<Secret> before,
            Optional<Secret> after,
            Consumer<RewriteResult> onDone,
            Runnable onFailed) {
        failure.set(Optional.empty());
        written.set(Optional.empty());
        writing.start(
                work,
                outcome -> {
                    before.ifPresent(Secret::close);
                    if (outcome instanceof Outcome.Done<RewriteResult> done) {
                        leftOut.set(done.value().leftOut());
                        onDone.accept(done.value());
                        written.set(Optional.of(done.value()));
                    } else {
                        Throwable cause =
                                outcome instanceof Outcome.Failed<RewriteResult> failed
                                        ? failed.cause()
                                        : new java.util.concurrent.CancellationException();
                        onFailed.run();
                        failure.set(Optional.of(FailureText.of(cause)));
                    }
                    after.ifPresent(Secret::close);
                });
    }

    public UserAction writing() {
        return writing;
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

    /** What was written last; the archive is open again by then. */
    public ReadOnlyObjectProperty<Optional<RewriteResult>> written() {
        return written.getReadOnlyProperty();
    }
}
