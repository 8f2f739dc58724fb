package app.lacuna.desktop.places.open;

import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.job.ReceiveJob;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;

/** Puts together what came by e-mail, before anything of it is opened. */
final class ReceivingModel {
    private final Job job;
    private final Consumer<List<Path>> onArchives;
    private final Consumer<Throwable> onTrouble;
    private final Runnable onNothing;

    /**
     * @param onArchives gets the archives that are whole, or a single file that nothing is known of
     * @param onNothing if nothing of an archive is among several files
     */
    ReceivingModel(
            Lifetime life,
            Consumer<List<Path>> onArchives,
            Consumer<Throwable> onTrouble,
            Runnable onNothing) {
        this.onArchives = onArchives;
        this.onTrouble = onTrouble;
        this.onNothing = onNothing;
        job = new Job(life, JobKind.OPENING, Job.Policy.NEWEST_WINS);
    }

    void putTogether(List<Path> files) {
        job.start(
                (listener, cancel) -> new ReceiveJob(files, listener, cancel).run(),
                outcome -> ended(files, outcome));
    }

    private void ended(List<Path> files, Outcome<List<Path>> outcome) {
        outcome.match(
                done -> {
                    if (!done.isEmpty()) {
                        onArchives.accept(done);
                    } else if (files.size() == 1) {
                        onArchives.accept(files);
                    } else {
                        onNothing.run();
                    }
                },
                () -> {},
                cause -> onTrouble.accept(cause));
    }

    Job job() {
        return job;
    }
}
