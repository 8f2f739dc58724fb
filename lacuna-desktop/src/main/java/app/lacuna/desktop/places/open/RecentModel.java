package app.lacuna.desktop.places.open;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.rounds.OpenHistory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.beans.value.ObservableValue;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/**
 * The archives that were opened last, and whether they are there: asked in the background, since a
 * share in the network may take its time. Where they can not be kept, they are forgotten.
 */
public final class RecentModel {
    private final OpenHistory history;
    private final ObservableValue<Boolean> remembering;
    private final Job keeping;
    private final ObservableList<Recent> archives = FXCollections.observableArrayList();

    /**
     * @param there whether it can be seen at the moment
     */
    public record Recent(Path archive, boolean there) {}

    /**
     * @param remembering whether any are kept; when that is taken back, all are forgotten
     */
    RecentModel(Lifetime life, OpenHistory history, ObservableValue<Boolean> remembering) {
        this.history = history;
        this.remembering = remembering;
        keeping = new Job(life, JobKind.LOOKING, Job.Policy.QUEUE);
        keep(() -> {});
        remembering.addListener(
                (property, before, now) -> {
                    if (!now) {
                        List.copyOf(archives).forEach(recent -> forget(recent.archive()));
                    }
                });
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
                    outcome.match(archives::setAll, () -> {}, keeping::tell);
                });
    }

    void opened(Path archive) {
        if (remembering.getValue()) {
            keep(() -> history.opened(archive.toAbsolutePath().normalize()));
        }
    }

    public void forget(Path archive) {
        archives.removeIf(recent -> recent.archive().equals(archive));
        keep(() -> history.forget(archive));
    }

    /** The last one first. */
    public ObservableList<Recent> archives() {
        return archives;
    }
}
