package app.lacuna.desktop.places.open;

import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.change.ChangePlan;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.desktop.parts.changing.ChangesModel;
import app.lacuna.desktop.parts.changing.OutsideModel;
import app.lacuna.desktop.parts.changing.RelockModel;
import app.lacuna.job.RewriteTarget;
import app.lacuna.selection.FileItem;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Writes what is to be changed into the open archive, or locks it anew; what was written takes its
 * place on the page, still unlocked.
 */
public final class WritingModel {
    private final ChangesModel changes;
    private final OutsideModel outside;
    private final RelockModel relock;
    private final UserAction opening;
    private final Supplier<OpenArchive> current;
    private final Page page;

    /** The page that shows the archive. */
    interface Page {
        /** In place of the one that is shown. */
        void show(OpenArchive written);

        /** It was written and proved, and does not open any more. */
        void failed(Throwable cause);
    }

    WritingModel(
            ChangesModel changes,
            OutsideModel outside,
            RelockModel relock,
            UserAction opening,
            Supplier<OpenArchive> current,
            Page page) {
        this.changes = changes;
        this.outside = outside;
        this.relock = relock;
        this.opening = opening;
        this.current = current;
        this.page = page;
    }

    /** Writes the pending changes into the archive. */
    public void write() {
        write(current.get().path(), () -> {});
    }

    /** The same into a new archive, which is open then. */
    public void writeTo(Path target) {
        write(target, () -> {});
    }

    /** One change that was made in another program becomes part of the archive. */
    public void packOutside(String path) {
        outside.copyOf(path).ifPresent(copy -> changes.replace(path, copy, this::write));
    }

    /** Everything that is pending, what was changed in other programs too. */
    void writeEverything(Runnable then) {
        Runnable next = () -> write(current.get().path(), then);
        for (String path : outside.changed().get()) {
            Optional<Path> copy = outside.copyOf(path);
            Runnable after = next;
            if (copy.isPresent()) {
                next = () -> changes.replace(path, copy.get(), after);
            }
        }
        next.run();
    }

    private void write(Path target, Runnable then) {
        List<FileItem> added = changes.plan().get().map(ChangePlan::added).orElse(List.of());
        OpenArchive archive = current.get();
        changes.write(
                where(archive, target),
                archive.copyOfSecret(),
                result -> {
                    outside.packed(added);
                    reopen(result.archive(), archive.copyOfSecret(), then);
                },
                () -> stay(archive));
    }

    /** Locks the archive anew, as it was chosen. */
    public void relock(Path target) {
        if (!relock.ready().get()) {
            return;
        }
        OpenArchive archive = current.get();
        Optional<Secret> after = relock.passwordAfter(archive.secret());
        changes.relock(
                relock.request(where(archive, target)),
                archive.copyOfSecret(),
                after,
                result -> {
                    relock.clear();
                    reopen(result.archive(), after.map(Secret::copy), () -> {});
                },
                () -> stay(archive));
    }

    /** The window holds the file open; it lets go of it when the new one is there. */
    private static RewriteTarget where(OpenArchive archive, Path target) {
        return new RewriteTarget(archive.path(), target).before(archive::letGo);
    }

    /** The new one did not come to be in its place: what has been let go of is opened again. */
    private void stay(OpenArchive archive) {
        if (archive.hasLetGo()) {
            reopen(archive.path(), archive.copyOfSecret(), () -> {});
        }
    }

    private void reopen(Path written, Optional<Secret> password, Runnable then) {
        opening.start(
                (listener, cancel) -> OpenArchive.unlocked(written, password),
                outcome -> {
                    if (outcome instanceof Outcome.Done<OpenArchive> done) {
                        page.show(done.value());
                        then.run();
                    } else if (outcome instanceof Outcome.Failed<OpenArchive> failed) {
                        page.failed(failed.cause());
                    }
                });
    }
}
