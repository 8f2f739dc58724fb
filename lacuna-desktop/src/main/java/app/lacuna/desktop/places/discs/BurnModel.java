package app.lacuna.desktop.places.discs;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.error.DiscTrouble;
import app.lacuna.error.DiscTrouble.Reason;
import app.lacuna.job.BurnJob;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.locks.LockSupport;
import java.util.function.UnaryOperator;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;

/**
 * One disc after another: waits for an empty one, burns it, reads it back, asks for the next. Ends
 * after a disc if that is wished, or when something went wrong; it can be begun again at any time.
 */
final class BurnModel {
    private static final long LOOK_EVERY_NANOS = 200_000_000;

    private final Optional<DiscDrive> drive;
    private final Clock clock;
    private final Job burning;
    private final BooleanProperty stopAfterThis = new SimpleBooleanProperty();
    private final ReadOnlyIntegerWrapper disc = new ReadOnlyIntegerWrapper();
    private final ReadOnlyIntegerWrapper toName = new ReadOnlyIntegerWrapper();
    private final ReadOnlyBooleanWrapper waiting = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    BurnModel(Lifetime life, Optional<DiscDrive> drive, Clock clock) {
        this.drive = drive;
        this.clock = clock;
        burning = new Job(life, JobKind.BURNING, Job.Policy.REFUSE);
        burning.progress()
                .addListener((property, before, now) -> now.ifPresent(told -> waiting.set(false)));
    }

    /** Changes the set as it is by then, which somebody may have changed meanwhile. */
    @FunctionalInterface
    interface Changing {
        /**
         * @return the set after the change, if there still is one
         */
        Optional<BurnSet> apply(UnaryOperator<BurnSet> change);
    }

    /**
     * Goes on with the first disc that has not been burned.
     *
     * @param changing told after each disc
     */
    void start(BurnSet set, Changing changing) {
        OptionalInt next = set.next();
        if (next.isEmpty() || drive.isEmpty() || burning.running().get()) {
            return;
        }
        failure.set(Optional.empty());
        stopAfterThis.set(false);
        burn(set, next.getAsInt(), changing);
    }

    private void burn(BurnSet set, int number, Changing changing) {
        disc.set(number);
        waiting.set(true);
        DiscDrive.Wanted wanted =
                new DiscDrive.Wanted(set.kind(), set.label(), number, set.discs().size());
        burning.start(
                (listener, cancel) -> burned(set, wanted, listener, cancel),
                outcome -> ended(outcome, number, changing));
    }

    private Instant burned(
            BurnSet set, DiscDrive.Wanted wanted, ProgressListener listener, CancelToken cancel)
            throws IOException {
        DiscDrive into = drive.orElseThrow();
        into.askFor(wanted);
        while (into.loaded().isEmpty()) {
            cancel.check();
            LockSupport.parkNanos(LOOK_EVERY_NANOS);
        }
        try {
            new BurnJob(
                            set.discs().get(wanted.number() - 1).image(),
                            set.name(wanted.number()),
                            into,
                            listener,
                            cancel)
                    .run();
        } catch (DiscTrouble e) {
            boolean spoiled =
                    e.reason() == Reason.WRITING_FAILED || e.reason() == Reason.NOT_THE_SAME;
            if (spoiled) {
                into.eject();
            }
            throw e;
        }
        into.eject();
        return clock.instant();
    }

    private void ended(Outcome<Instant> outcome, int number, Changing changing) {
        waiting.set(false);
        disc.set(0);
        outcome.match(
                when -> burned(number, when, changing),
                () -> {},
                cause -> failure.set(Optional.of(FailureText.of(cause))));
    }

    private void burned(int number, Instant when, Changing changing) {
        toName.set(number);
        Optional<BurnSet> now = changing.apply(set -> set.with(number, Optional.of(when)));
        if (now.isPresent() && now.get().next().isPresent() && !stopAfterThis.get()) {
            burn(now.get(), now.get().next().getAsInt(), changing);
        }
    }

    void forget() {
        failure.set(Optional.empty());
        toName.set(0);
    }

    Optional<DiscDrive> drive() {
        return drive;
    }

    Job action() {
        return burning;
    }

    /** The number of the disc that is waited for or burned, otherwise 0. */
    ReadOnlyIntegerProperty disc() {
        return disc.getReadOnlyProperty();
    }

    /** The number of the one that came out last and has to be written on with a pen, or 0. */
    ReadOnlyIntegerProperty toName() {
        return toName.getReadOnlyProperty();
    }

    /** Whether there is no disc in the drive yet. */
    ReadOnlyBooleanProperty waiting() {
        return waiting.getReadOnlyProperty();
    }

    BooleanProperty stopAfterThis() {
        return stopAfterThis;
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
