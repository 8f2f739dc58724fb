package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.DiscsRepaired;
import app.lacuna.job.RepairDiscsJob;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Working out what scratched or lost discs held. */
final class RepairModel {
    private final Job repairing;
    private final ReadOnlyObjectWrapper<Optional<DiscsRepaired>> report =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    RepairModel(Lifetime life) {
        repairing = new Job(life, JobKind.REPAIRING, Job.Policy.REFUSE);
    }

    /**
     * @param folder for new images
     */
    void start(List<Path> images, Path folder) {
        if (repairing.running().get()) {
            return;
        }
        forget();
        repairing.start(
                (listener, cancel) -> new RepairDiscsJob(images, folder, listener, cancel).run(),
                outcome -> {
                    outcome.match(
                            done -> report.set(Optional.of(done)),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    void forget() {
        report.set(Optional.empty());
        failure.set(Optional.empty());
    }

    Job action() {
        return repairing;
    }

    /** What came of the last one. */
    ReadOnlyObjectProperty<Optional<DiscsRepaired>> report() {
        return report.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
