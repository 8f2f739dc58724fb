package app.lacuna.desktop.places.open;

import app.lacuna.base.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.rounds.OpenHistory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/**
 * The archives that were opened last, and whether they are there: asked in the background, since a
 * share in the network may take its time. Where they can not be kept, they are forgotten.
 */
public final class RecentModel {
    private final OpenHistory history;
    private final Job keeping;
    private final ObservableList<Recent> archives = FXCollections.observableArrayList();

    /**
     * @param there whether it can be seen at the moment
     */
    public record Recent(Path archive, boolean there) {}

    RecentModel(Lifetime life, OpenHistory history) {
        this.history = history;
        keeping = new Job(life, JobKind.LOOKING, Job.Policy.QUEUE);
        keep(() -> {});
    }

    private interface Change {
        void make() throws IOException;
    }

    private void keep(Change change) {
        keeping.start(
                (listener, cancel) -> {
                    change.make();
                    return history.archives().stream()
                            .map(archive -> new Recent(archive, Files.exists(archive)))
                            .toList();
                },
                outcome -> {
                    if (outcome instanceof Outcome.Done<List<Recent>> done) {
                        archives.setAll(done.value());
                    }
                });
    }

    void opened(Path archive) {
        keep(() -> history.opened(archive.toAbsolutePath().normalize()));
    }

    public void forget(Path archive) {
        archives.removeIf(recent -> recent.archive().equals(archive));
        keep(() -> history.forget(archive));
    }

    int lockMinutes() {
        try {
            return history.lockMinutes();
        } catch (IOException e) {
            return OpenHistory.USUAL_MINUTES;
        }
    }

    /** Where it can not be kept it holds until the program ends. */
    void keepLockMinutes(int minutes) {
        keep(() -> history.setLockMinutes(minutes));
    }

    /** The last one first. */
    public ObservableList<Recent> archives() {
        return archives;
    }
}
