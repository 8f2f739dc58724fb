package app.lacuna.desktop.places.discs;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.disc.DiscOrder;
import app.lacuna.job.DiscsJob;
import app.lacuna.job.DiscsResult;
import app.lacuna.job.PackDiscsJob;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.job.PackResult;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Writing the images of a set. */
final class ImagesModel {
    private final Job writing;
    private final ReadOnlyBooleanWrapper cancelled = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /**
     * What was written.
     *
     * @param packed empty if the archive was there before
     */
    record Written(DiscsResult discs, Optional<PackResult> packed) {}

    ImagesModel(Lifetime life) {
        writing = new Job(life, JobKind.PACKING, Job.Policy.REFUSE);
    }

    /**
     * @param password closed when it is done
     * @param onLate told instead of {@code onDone} if the page is gone
     */
    void start(
            Cargo cargo,
            PackOptions options,
            DiscOrder order,
            Path folder,
            Optional<TakenPassword> password,
            Consumer<Written> onDone,
            Consumer<Written> onLate) {
        Optional<Secret> secret = password.map(TakenPassword::secret);
        failure.set(Optional.empty());
        cancelled.set(false);
        writing.writingTo(folder.resolve(order.label().of(1) + ".iso"))
                .start(
                        (listener, cancel) ->
                                written(cargo, options, order, folder, secret, listener, cancel),
                        outcome -> ended(outcome, onDone),
                        onLate,
                        () -> password.ifPresent(TakenPassword::close));
    }

    private static Written written(
            Cargo cargo,
            PackOptions options,
            DiscOrder order,
            Path folder,
            Optional<Secret> secret,
            ProgressListener listener,
            CancelToken cancel)
            throws IOException {
        if (cargo instanceof Cargo.Archive archive) {
            return new Written(
                    new DiscsJob(archive.file(), order, folder, listener, cancel).run(secret),
                    Optional.empty());
        }
        PackDiscsJob.Result result =
                new PackDiscsJob(
                                ((Cargo.Files) cargo).selection(),
                                options,
                                AfterPacking.PROVE_AND_DIGEST,
                                order,
                                folder,
                                listener,
                                cancel)
                        .run(secret);
        return new Written(result.discs(), Optional.of(result.packed()));
    }

    private void ended(Outcome<Written> outcome, Consumer<Written> onDone) {
        outcome.match(
                onDone,
                () -> cancelled.set(true),
                cause -> failure.set(Optional.of(FailureText.of(cause))));
    }

    void forget() {
        failure.set(Optional.empty());
        cancelled.set(false);
    }

    Job action() {
        return writing;
    }

    ReadOnlyBooleanProperty cancelled() {
        return cancelled.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
