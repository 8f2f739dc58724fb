package app.lacuna.desktop.places.pack;

import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Turns;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.ReadOnlyTarget;
import app.lacuna.error.TargetExists;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.staging.Existing;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;

/** Packing itself, in its turn among other packing jobs, and what came of it. */
public final class PackingModel {
    private final Job packing;
    private final ReadOnlyObjectWrapper<Optional<PackResult>> result =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper replaceOffered = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper cancelled = new ReadOnlyBooleanWrapper();
    private final BooleanProperty askingToCancel = new SimpleBooleanProperty();

    /** It was not begun. */
    void fail(FailureText why) {
        forget();
        failure.set(Optional.of(why));
    }

    /** What the user agrees to by replacing what was in the way. */
    private Existing replacing = Existing.REPLACE;

    PackingModel(Lifetime life, Turns turns) {
        packing = new Job(life, JobKind.PACKING, Job.Policy.REFUSE, turns);
        packing.running()
                .addListener(
                        (property, before, now) -> {
                            if (!now) {
                                askingToCancel.set(false);
                            }
                        });
    }

    /**
     * @param password closed when it is done
     * @param onDone told before {@link #result} is
     * @param onLate told instead if the page is gone
     */
    void start(
            PackRequest request,
            Optional<TakenPassword> password,
            Consumer<PackResult> onDone,
            Consumer<PackResult> onLate) {
        Optional<Secret> secret = password.map(TakenPassword::secret);
        failure.set(Optional.empty());
        replaceOffered.set(false);
        cancelled.set(false);
        packing.writingTo(request.target())
                .start(
                        (listener, cancel) -> new PackJob(request, secret, listener, cancel).run(),
                        outcome -> ended(outcome, onDone),
                        onLate,
                        () -> password.ifPresent(TakenPassword::close));
    }

    private void ended(Outcome<PackResult> outcome, Consumer<PackResult> onDone) {
        outcome.match(
                done -> {
                    onDone.accept(done);
                    result.set(Optional.of(done));
                },
                () -> cancelled.set(true),
                cause -> {
                    boolean readOnly = cause instanceof ReadOnlyTarget;
                    replacing = readOnly ? Existing.REPLACE_EVEN_READ_ONLY : Existing.REPLACE;
                    replaceOffered.set(readOnly || cause instanceof TargetExists);
                    failure.set(Optional.of(FailureText.of(cause)));
                });
    }

    /** What the user agrees to by replacing what was in the way. */
    Existing replacing() {
        return replacing;
    }

    void forget() {
        result.set(Optional.empty());
        failure.set(Optional.empty());
        replaceOffered.set(false);
        cancelled.set(false);
    }

    public Job action() {
        return packing;
    }

    /** Whether the page asks if all that was done until now is to be thrown away. */
    public BooleanProperty askingToCancel() {
        return askingToCancel;
    }

    public ReadOnlyObjectProperty<Optional<PackResult>> result() {
        return result.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    /** The last failure was that the name is taken. */
    public ReadOnlyBooleanProperty replaceOffered() {
        return replaceOffered.getReadOnlyProperty();
    }

    /** The last packing was cancelled. */
    public ReadOnlyBooleanProperty cancelled() {
        return cancelled.getReadOnlyProperty();
    }
}
