package app.lacuna.desktop.session;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.VariantSearch;
import app.lacuna.job.VariantSearch.Found;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Tries what is near a password that did not open the archive. */
public final class VariantsModel {
    private final Job action;
    private final ArchiveReader reader;
    private final ReadOnlyBooleanWrapper offered = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper nothingFound = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    VariantsModel(Lifetime life, ArchiveReader reader) {
        this.reader = reader;
        action = new Job(life, JobKind.TRYING_VARIANTS, Job.Policy.NEWEST_WINS);
    }

    /** A password has just not opened the archive. */
    void offer() {
        offered.set(true);
        nothingFound.set(false);
    }

    void clear() {
        action.forget();
        offered.set(false);
        nothingFound.set(false);
        failure.set(Optional.empty());
    }

    /**
     * @param typed taken over and closed
     * @param onFound gets the one that has opened the archive, and closes it
     */
    void search(Secret typed, Consumer<Found> onFound) {
        offered.set(false);
        nothingFound.set(false);
        failure.set(Optional.empty());
        action.start(
                (listener, cancel) -> {
                    try (typed) {
                        return new VariantSearch(reader, listener, cancel).run(typed);
                    }
                },
                outcome -> ended(outcome, onFound),
                late -> late.ifPresent(VariantsModel::close));
    }

    private static void close(Found found) {
        found.variant().close();
        OpenArchive.closeReadOnly(found.opened());
    }

    private void ended(Outcome<Optional<Found>> outcome, Consumer<Found> onFound) {
        outcome.match(
                done -> {
                    nothingFound.set(done.isEmpty());
                    done.ifPresent(onFound);
                },
                () -> {
                    offered.set(true); // cancelled: it can be tried again
                },
                cause -> {
                    failure.set(Optional.of(FailureText.of(cause)));
                    offered.set(true);
                });
    }

    public Job action() {
        return action;
    }

    public ReadOnlyBooleanProperty offered() {
        return offered.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty nothingFound() {
        return nothingFound.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
