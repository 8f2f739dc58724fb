package app.lacuna.desktop.places.open;

import app.lacuna.rounds.OpenHistory;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/** The archives that were opened last. Where they can not be kept, they are forgotten. */
public final class RecentModel {
    private final OpenHistory history;
    private final ObservableList<Path> archives = FXCollections.observableArrayList();

    RecentModel(OpenHistory history) {
        this.history = history;
        update();
    }

    void opened(Path archive) {
        try {
            history.opened(archive.toAbsolutePath().normalize());
        } catch (IOException e) {
            return; // a place that can not be written: see above
        }
        update();
    }

    public void forget(Path archive) {
        try {
            history.forget(archive);
        } catch (IOException e) {
            archives.remove(archive);
            return;
        }
        update();
    }

    private void update() {
        try {
            archives.setAll(history.archives());
        } catch (IOException e) {
            archives.setAll(List.of());
        }
    }

    int lockMinutes() {
        try {
            return history.lockMinutes();
        } catch (IOException e) {
            return OpenHistory.USUAL_MINUTES;
        }
    }

    void keepLockMinutes(int minutes) {
        try {
            history.setLockMinutes(minutes);
        } catch (IOException e) {
            // it holds until the program ends
        }
    }

    /** The last one first. */
    public ObservableList<Path> archives() {
        return archives;
    }
}
