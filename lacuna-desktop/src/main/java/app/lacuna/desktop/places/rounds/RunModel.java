package app.lacuna.desktop.places.rounds;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.password.NewPassword;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundRun;
import app.lacuna.job.RoundRunJob;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Making the next generation; the first one gets the password of all of them. */
final class RunModel {
    private final BackupModel backup;
    private final Clock clock;
    private final Kept kept;
    private final MadePasswords passwords;
    private final Runnable changed;
    private final Job running;
    private final NewPassword fresh;
    private final ReadOnlyObjectWrapper<Optional<RoundRun>> result =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<KeptPassword>> unknown =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /** Writes down that the place of a round has been made. */
    @FunctionalInterface
    interface Kept {
        void begun(Round round) throws IOException;
    }

    /**
     * What came of it. After the generation has its name, something else can still have gone wrong.
     *
     * @param written whether there is a generation
     */
    private record Ran(Optional<RoundRun> run, Optional<Throwable> failure, boolean written) {}

    RunModel(
            Lifetime life,
            BackupModel backup,
            Clock clock,
            Kept kept,
            MadePasswords passwords,
            Runnable changed) {
        this.passwords = passwords;
        this.backup = backup;
        this.clock = clock;
        this.kept = kept;
        this.changed = changed;
        running = new Job(life, JobKind.BACKING_UP, Job.Policy.REFUSE);
        fresh = new NewPassword(life, List::of, () -> backup.round().generations());
        life.atEnd(this::forgetUnknown);
    }

    /** Whether everything is there that a run needs. */
    boolean isReady() {
        boolean password =
                backup.isNew() && !backup.isUnlocked().get()
                        ? fresh.typed().agreement().get().isEnough()
                        : backup.isUnlocked().get();
        return password && !backup.isBusy();
    }

    void start(RoundRunJob.Wish wish) {
        if (!isReady()) {
            return;
        }
        boolean first = backup.isNew() && !backup.isUnlocked().get();
        Optional<TakenPassword> taken = first ? Optional.of(fresh.taken()) : Optional.empty();
        Round round = backup.round();
        int locks = backup.locks();
        backup.forgetReports();
        Secret own = taken.isPresent() ? taken.get().secret().copy() : backup.secret().copy();
        running.start(
                (listener, cancel) -> ran(round, own, wish, first, listener, cancel),
                outcome -> ended(outcome, taken, backup.locks() != locks),
                late -> kept(late, taken).ifPresent(KeptPassword::close),
                () -> {
                    own.close();
                    taken.ifPresent(TakenPassword::close);
                });
    }

    private Ran ran(
            Round round,
            Secret own,
            RoundRunJob.Wish wish,
            boolean first,
            ProgressListener listener,
            CancelToken cancel) {
        RoundRunJob job = new RoundRunJob(round, own, wish, clock, listener, cancel);
        Optional<RoundRun> run = Optional.empty();
        Optional<Throwable> failure = Optional.empty();
        try {
            run = Optional.of(job.run());
        } catch (IOException | RuntimeException | OutOfMemoryError e) {
            failure = Optional.of(e);
        }
        boolean begun = round.backup().map(Backup::begun).orElse(false);
        if (!begun && job.hasBegun()) {
            try {
                kept.begun(round);
            } catch (IOException | RuntimeException e) {
                failure = failure.isPresent() ? failure : Optional.of(e);
            }
        }
        return new Ran(run, failure, run.isPresent() || (first && hasGeneration(round)));
    }

    private static boolean hasGeneration(Round round) {
        try {
            return !Moment.store(round).present().isEmpty();
        } catch (IOException | RuntimeException e) {
            return true; // it cannot be seen: better one password too many
        }
    }

    /** A made password of a generation that exists. */
    private Optional<KeptPassword> kept(Ran ran, Optional<TakenPassword> taken) {
        return taken.filter(TakenPassword::made)
                .filter(password -> ran.written())
                .map(password -> password.written(backup.round().generations(), passwords));
    }

    private void ended(Outcome<Ran> outcome, Optional<TakenPassword> taken, boolean locked) {
        outcome.match(ran -> ended(ran, taken, locked), cause -> fail(cause, locked));
        changed.run();
    }

    private void fail(Throwable cause, boolean locked) {
        if (locked) {
            backup.report(LockedReport.of(cause));
        } else {
            failure.set(Optional.of(FailureText.of(cause)));
        }
    }

    private void ended(Ran ran, Optional<TakenPassword> taken, boolean locked) {
        Optional<KeptPassword> made = kept(ran, taken);
        if (made.isPresent()) {
            forgetUnknown();
            unknown.set(made);
        }
        if (taken.isPresent() && ran.written()) {
            if (!locked) {
                backup.unlocked(taken.get().secret().copy());
            }
            fresh.clear();
        }
        if (locked) {
            ran.run().map(LockedReport::of).ifPresent(backup::report);
        } else {
            result.set(ran.run());
        }
        ran.failure().ifPresent(cause -> fail(cause, locked));
    }

    /** The page is locked: the last result stays, without names; what was typed goes. */
    void lock() {
        result.get().map(LockedReport::of).ifPresent(backup::report);
        forgetResult();
        fresh.clear();
    }

    /** The password that was made here is known to somebody now. */
    void isKnownNow() {
        unknown.get().ifPresent(KeptPassword::isKnownNow);
        forgetUnknown();
    }

    /** The user lets it go. */
    void giveUnknownUp() {
        unknown.get().ifPresent(KeptPassword::giveUp);
        forgetUnknown();
    }

    private void forgetUnknown() {
        unknown.get().ifPresent(KeptPassword::close);
        unknown.set(Optional.empty());
    }

    void forgetResult() {
        result.set(Optional.empty());
        failure.set(Optional.empty());
    }

    Job running() {
        return running;
    }

    NewPassword fresh() {
        return fresh;
    }

    ReadOnlyObjectProperty<Optional<RoundRun>> result() {
        return result.getReadOnlyProperty();
    }

    /** What was made here, until somebody says that they have it. */
    ReadOnlyObjectProperty<Optional<KeptPassword>> unknown() {
        return unknown.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
