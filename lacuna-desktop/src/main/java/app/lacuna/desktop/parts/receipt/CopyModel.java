package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.CopyJob;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** A copy of an archive on a stick or another drive, read back and compared. */
public final class CopyModel {
    private final List<Path> files;
    private final Job copying;
    private final ReadOnlyObjectWrapper<Optional<CopyJob.Result>> made =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    public CopyModel(Lifetime life, List<Path> files) {
        this.files = files;
        copying = new Job(life, JobKind.COPYING, Job.Policy.REFUSE);
    }

    public void copyTo(Path folder) {
        if (!copying.running().get()) {
            made.set(Optional.empty());
            failure.set(Optional.empty());
        }
        copying.start(
                (listener, cancel) -> new CopyJob(files, folder, listener, cancel).run(),
                outcome -> {
                    outcome.match(
                            done -> made.set(Optional.of(done)),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    public Job copying() {
        return copying;
    }

    /** The last copy that was made. */
    public ReadOnlyObjectProperty<Optional<CopyJob.Result>> made() {
        return made.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
