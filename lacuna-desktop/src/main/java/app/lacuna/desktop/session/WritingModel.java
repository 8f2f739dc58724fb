package app.lacuna.desktop.session;

import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Work;
import app.lacuna.desktop.parts.changing.ChangesModel;
import app.lacuna.desktop.parts.changing.OutsideModel;
import app.lacuna.desktop.parts.changing.RelockModel;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.edit.ChangePlan;
import app.lacuna.job.ChangeJob;
import app.lacuna.job.RelockJob;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteResult;
import app.lacuna.job.RewriteTarget;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Writes what is to be changed into the open archive, or locks it anew. What was written is opened
 * in the same job, so that at every moment there is one archive on the page, and then takes the
 * place of the old one in a session of its own.
 */
public final class WritingModel {
    private final ChangesModel changes;
    private final OutsideModel outside;
    private final RelockModel relock;
    private final OpenArchive archive;
    private final Consumer<Written> onWritten;
    private final Consumer<FailureText> onLate;
    private final MadePasswords passwords;
    private final Job writing;
    private final List<Secret> wipedByLocking = new ArrayList<>();

    /**
     * What is open after the writing.
     *
     * @param archive the new one; after a failure the old one, if it had been let go of, or none
     * @param result what was written, if it was
     * @param failure why it was not
     * @param stays whether the old one is open as before
     * @param made a password that was made here, and that nobody knows yet
     */
    public record Written(
            Optional<OpenArchive> archive,
            Optional<RewriteResult> result,
            Optional<Throwable> failure,
            boolean stays,
            Optional<KeptPassword> made) {
        Written(
                Optional<OpenArchive> archive,
                Optional<RewriteResult> result,
                Optional<Throwable> failure,
                boolean stays) {
            this(archive, result, failure, stays, Optional.empty());
        }

        Written with(Optional<KeptPassword> password) {
            return new Written(archive, result, failure, stays, password);
        }

        void close() {
            archive.ifPresent(OpenArchive::close);
            made.ifPresent(KeptPassword::close);
        }
    }

    WritingModel(
            Lifetime life,
            OpenArchive archive,
            ChangesModel changes,
            OutsideModel outside,
            RelockModel relock,
            ArchiveSession.Surroundings around) {
        this.passwords = around.passwords();
        this.onWritten = around.onWritten();
        this.onLate = around.onLate();
        this.archive = archive;
        this.changes = changes;
        this.outside = outside;
        this.relock = relock;
        writing = new Job(life, JobKind.WRITING, Job.Policy.REFUSE);
        life.atEnd(() -> wipedByLocking.forEach(Secret::close));
        changes.closeWhile(writing.running());
    }

    /** Writes the pending changes into the archive. */
    public void write() {
        write(archive.path());
    }

    /** One change that was made in another program becomes part of the archive. */
    public void packOutside(String path) {
        outside.copyOf(path).ifPresent(copy -> changes.replace(path, copy, this::write));
    }

    /**
     * Everything that is pending, what was changed in other programs too.
     *
     * @param ifNothing done instead, if there is nothing to write after all
     */
    public void writeEverything(Runnable ifNothing) {
        Runnable next = () -> write(archive.path(), ifNothing);
        for (String path : outside.changed().get()) {
            Optional<Path> copy = outside.copyOf(path);
            Runnable after = next;
            if (copy.isPresent()) {
                next = () -> changes.replace(path, copy.get(), after);
            }
        }
        next.run();
    }

    /** The same into a new archive, which is open then; a file of this name was agreed to go. */
    public void write(Path target) {
        write(target, () -> {});
    }

    private void write(Path target, Runnable ifNothing) {
        changes.whenSettled(
                () -> {
                    if (changes.count().get() == 0) {
                        ifNothing.run(); // the edits have all been taken back, or were refused
                    } else {
                        writeNow(target);
                    }
                });
    }

    private void writeNow(Path target) {
        ChangePlan plan = changes.plan().get().orElseThrow();
        Optional<Secret> password = archive.copyOfSecret();
        start(
                target,
                (listener, cancel) -> {
                    RewriteResult result =
                            new ChangeJob(where(target), password, listener, cancel).run(plan);
                    outside.packed(plan.added());
                    return result;
                },
                password,
                archive.copyOfSecret(),
                Optional.empty());
    }

    /** Locks the archive anew, as it was chosen. */
    public void relock(Path target) {
        if (!relock.ready().get() || changes.isUnwritten()) {
            return;
        }
        Optional<Secret> before = archive.copyOfSecret();
        Optional<TakenPassword> taken = relock.taken(archive.secret());
        Optional<Secret> after = taken.map(TakenPassword::secret);
        RelockRequest request = relock.request(where(target));
        start(
                target,
                (listener, cancel) -> new RelockJob(request, listener, cancel).run(before, after),
                before,
                after,
                taken);
    }

    /**
     * @param before closed at the end
     * @param after opens what was written; closed at the end
     * @param taken new with this writing, if there is one
     */
    private void start(
            Path target,
            Work<RewriteResult> work,
            Optional<Secret> before,
            Optional<Secret> after,
            Optional<TakenPassword> taken) {
        changes.clearFailure();
        before.ifPresent(wipedByLocking::add);
        after.filter(password -> !isMade(taken)).ifPresent(wipedByLocking::add);
        writing.writingTo(target)
                .start(
                        (listener, cancel) -> {
                            try {
                                return written(work.run(listener, cancel), after);
                            } catch (Exception | OutOfMemoryError e) {
                                return notWritten(e);
                            }
                        },
                        outcome -> ended(outcome, taken),
                        late -> late(late.with(made(late, taken))),
                        () -> {
                            wipedByLocking.clear();
                            before.ifPresent(Secret::close);
                            after.ifPresent(Secret::close);
                        });
    }

    /** Then it goes to the window if the archive was written. */
    private static boolean isMade(Optional<TakenPassword> taken) {
        return taken.filter(TakenPassword::made).isPresent();
    }

    /** It was locked while it was written: whether it was still written is told. */
    private void late(Written late) {
        late.close();
        late.result()
                .ifPresent(
                        result ->
                                onLate.accept(
                                        FailureText.named(
                                                "WrittenThenLocked",
                                                PathNames.last(result.archive()))));
    }

    /** From the moment when the archive has the new password it is not lost any more. */
    private Optional<KeptPassword> made(Written written, Optional<TakenPassword> taken) {
        return written.result()
                .flatMap(
                        result ->
                                taken.filter(TakenPassword::made)
                                        .map(own -> own.written(result.archive(), passwords)));
    }

    private static Written written(RewriteResult result, Optional<Secret> password) {
        try {
            OpenArchive opened = OpenArchive.unlocked(result.archive(), password.map(Secret::copy));
            return new Written(Optional.of(opened), Optional.of(result), Optional.empty(), false);
        } catch (IOException | RuntimeException e) {
            return new Written(Optional.empty(), Optional.of(result), Optional.of(e), false);
        }
    }

    /** The new one did not come to be in its place: what has been let go of is opened again. */
    private Written notWritten(Throwable cause) {
        Optional<OpenArchive> again = Optional.empty();
        if (archive.hasLetGo()) {
            try {
                again = Optional.of(OpenArchive.unlocked(archive.path(), archive.copyOfSecret()));
            } catch (IOException | RuntimeException e) {
                cause.addSuppressed(e);
            }
        }
        return new Written(again, Optional.empty(), Optional.of(cause), !archive.hasLetGo());
    }

    private void ended(Outcome<Written> outcome, Optional<TakenPassword> taken) {
        outcome.match(
                written -> {
                    if (written.result().isPresent()) {
                        relock.clear();
                    }
                    ended(written.with(made(written, taken)));
                },
                this::stays);
    }

    private void stays(Throwable cause) {
        ended(new Written(Optional.empty(), Optional.empty(), Optional.of(cause), true));
    }

    private void ended(Written written) {
        if (written.stays()) {
            written.failure().ifPresent(cause -> changes.fail(FailureText.of(cause)));
        }
        onWritten.accept(written);
    }

    /** The window holds the file open; it lets go of it when the new one is there. */
    private RewriteTarget where(Path target) {
        return new RewriteTarget(archive.path(), target)
                .replacingAnother() // the dialog has asked
                .before(archive::letGo);
    }

    public Job action() {
        return writing;
    }
}
