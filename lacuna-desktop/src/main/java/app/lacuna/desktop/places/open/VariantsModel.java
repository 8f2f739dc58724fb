package app.lacuna.desktop.places.open;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.VariantSearch;
import app.lacuna.job.VariantSearch.Found;
import app.lacuna.password.Slip;
import java.util.Optional;
import java.util.function.BiConsumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Tries what is near a password that did not open the archive. */
public final class VariantsModel {
    private final UserAction action;
    private final ReadOnlyBooleanWrapper offered = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper nothingFound = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<Slip>> slip =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    VariantsModel(Threads threads) {
        action = new UserAction(threads);
    }

    /** A password has just not opened the archive. */
    void offer() {
        offered.set(true);
        nothingFound.set(false);
        slip.set(Optional.empty());
    }

    void clear() {
        action.cancel();
        offered.set(false);
        nothingFound.set(false);
        slip.set(Optional.empty());
        failure.set(Optional.empty());
    }

    /**
     * @param typed taken over and closed
     * @param onFound gets the one that has opened the archive, and closes it
     */
    void search(ArchiveReader reader, Secret typed, BiConsumer<OpenedArchive, Secret> onFound) {
        offered.set(false);
        failure.set(Optional.empty());
        action.start(
                (listener, cancel) -> new VariantSearch(reader, listener, cancel).run(typed),
                outcome -> {
                    typed.close();
                    ended(outcome, onFound);
                });
    }

    private void ended(
            Outcome<Optional<Found>> outcome, BiConsumer<OpenedArchive, Secret> onFound) {
        if (outcome instanceof Outcome.Done<Optional<Found>> done) {
            nothingFound.set(done.value().isEmpty());
            done.value()
                    .ifPresent(
                            found -> {
                                onFound.accept(found.opened(), found.variant().secret());
                                slip.set(Optional.of(found.variant().slip()));
                            });
        } else if (outcome instanceof Outcome.Failed<Optional<Found>> failed) {
            failure.set(Optional.of(FailureText.of(failed.cause())));
        } else {
            offered.set(true); // cancelled: it can be tried again
        }
    }

    public UserAction action() {
        return action;
    }

    public ReadOnlyBooleanProperty offered() {
        return offered.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty nothingFound() {
        return nothingFound.getReadOnlyProperty();
    }

    /** What had happened, if a variant has opened the archive. */
    public ReadOnlyObjectProperty<Optional<Slip>> slip() {
        return slip.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
