package app.lacuna.desktop.places.rounds;

import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.NewPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.RoundRun;
import app.lacuna.job.RoundRunJob;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Making the next generation; the first one gets the password of all of them. */
final class RunModel {
    private final BackupModel backup;
    private final Clock clock;
    private final Kept kept;
    private final Runnable changed;
    private final Job running;
    private final NewPassword fresh;
    private final HeldSecret typed = new HeldSecret();
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

    RunModel(Lifetime life, BackupModel backup, Clock clock, Kept kept, Runnable changed) {
        this.backup = backup;
        this.clock = clock;
        this.kept = kept;
        this.changed = changed;
        running = new Job(life, JobKind.BACKING_UP, Job.Policy.REFUSE);
        fresh = new NewPassword(life, List::of, () -> backup.round().generations());
        life.atEnd(this::forgetUnknown);
        life.atEnd(typed::letGo);
    }

    /** Whether everything is there that a run needs. */
    boolean isReady() {
        boolean password =
                backup.isNew()
                        ? fresh.typed().agreement().get().isEnough()
                        : backup.isUnlocked().get();
        return password && !backup.isBusy();
    }

    void start(RoundRunJob.Wish wish) {
        if (!isReady()) {
            return;
        }
        boolean first = backup.isNew() && !backup.isUnlocked().get();
        boolean made = first && fresh.isMade();
        if (first) {
            typed.hold(fresh.typed().secret());
        }
        HeldSecret by = first ? typed : backup.secret();
        Round round = backup.round();
        backup.forgetReports();
        running.start(
                (listener, cancel) -> {
                    try (Secret own = by.copy()) {
                        return ran(round, own, wish, listener, cancel);
                    }
                },
                outcome -> ended(outcome, first, made));
    }

    private RoundRun ran(
            Round round,
            Secret own,
            RoundRunJob.Wish wish,
            ProgressListener listener,
            CancelToken cancel)
            throws IOException {
        boolean begun = round.backup().map(Backup::begun).orElse(false);
        RoundRunJob job = new RoundRunJob(round, own, wish, clock, listener, cancel);
        try {
            return job.run();
        } finally {
            if (!begun && job.hasBegun()) {
                kept.begun(round);
            }
        }
    }

    private void ended(Outcome<RoundRun> outcome, boolean first, boolean made) {
        if (outcome instanceof Outcome.Done<RoundRun> done) {
            if (made) {
                unknown.set(Optional.of(new KeptPassword(typed.copy(), true)));
            }
            if (first) {
                backup.unlocked(typed.copy());
                fresh.clear();
            }
            result.set(Optional.of(done.value()));
        } else {
            failure.set(
                    Optional.of(
                            FailureText.of(
                                    outcome instanceof Outcome.Failed<RoundRun> failed
                                            ? failed.cause()
                                            : new CancellationException())));
        }
        typed.letGo();
        changed.run();
        backup.workDone();
    }

    /** The password that was made here is known to somebody now. */
    void isKnownNow() {
        unknown.get().ifPresent(KeptPassword::isKnownNow);
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

    void forgetTyped() {
        fresh.clear();
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
