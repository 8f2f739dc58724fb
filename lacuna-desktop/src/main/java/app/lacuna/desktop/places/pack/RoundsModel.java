package app.lacuna.desktop.places.pack;

import app.lacuna.rounds.RecentForm;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/** Saved rounds and recent destinations. What can not be kept is said, and nothing else is lost. */
public final class RoundsModel {
    private final RoundStore store;
    private final ObservableList<Round> rounds = FXCollections.observableArrayList();
    private final ObservableList<Path> recentFolders = FXCollections.observableArrayList();
    private List<Round> backups = List.of();
    private final BooleanProperty failed = new SimpleBooleanProperty();

    public RoundsModel(RoundStore store) {
        this.store = store;
        keep(() -> {});
    }

    private interface Change {
        void make() throws IOException;
    }

    private void keep(Change change) {
        try {
            change.make();
            List<Round> all = store.rounds();
            rounds.setAll(all.stream().filter(round -> round.backup().isEmpty()).toList());
            backups = all.stream().filter(round -> round.backup().isPresent()).toList();
            recentFolders.setAll(store.recentFolders());
            failed.set(false);
        } catch (IOException e) {
            failed.set(true);
        }
    }

    /** Looked at again: rounds change elsewhere too. */
    public void look() {
        keep(() -> {});
    }

    /** Whether a backup has this name, which would lose its generations by that. */
    boolean isBackup(String name) {
        look();
        return backups.stream().anyMatch(round -> round.name().equals(name));
    }

    void save(Round round) {
        keep(() -> store.save(round));
    }

    /** Whether a saved job has this name. */
    boolean isSaved(String name) {
        return rounds.stream().anyMatch(round -> round.name().equals(name));
    }

    public void forget(Round round) {
        keep(() -> store.remove(round.name()));
    }

    void used(Path folder, RecentForm form) {
        keep(() -> store.used(folder, form));
    }

    /** What the next archive starts from. */
    Optional<RecentForm> recentForm() {
        try {
            return store.recentForm();
        } catch (IOException e) {
            return Optional.empty(); // then it starts from the usual form
        }
    }

    public ObservableList<Round> rounds() {
        return rounds;
    }

    /** The last one first. */
    public List<Path> recentFolders() {
        return List.copyOf(recentFolders);
    }

    /** Whether the last change could not be kept. */
    public BooleanProperty failed() {
        return failed;
    }
}
