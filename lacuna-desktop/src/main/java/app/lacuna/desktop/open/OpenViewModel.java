package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.work.Threads;
import app.lacuna.desktop.work.UserAction;
import app.lacuna.job.Archives;
import app.lacuna.selection.PathTree;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** The Open place: one archive at a time, locked or unlocked. */
public final class OpenViewModel {
    private final UserAction opening;
    private final UserAction checking;
    private final ReadOnlyObjectWrapper<CheckState> check =
            new ReadOnlyObjectWrapper<>(CheckState.NOT_NEEDED);
    private final ReadOnlyObjectWrapper<OpenState> state =
            new ReadOnlyObjectWrapper<>(OpenState.NOTHING);
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final StringProperty password = new SimpleStringProperty("");
    private final BooleanProperty showing = new SimpleBooleanProperty();
    private final ChosenEntries chosen = new ChosenEntries();
    private final ViewerModel viewer;
    private final ExtractModel extract;
    private Optional<ArchiveReader> reader = Optional.empty();

    public OpenViewModel(Threads threads) {
        opening = new UserAction(threads);
        checking = new UserAction(threads);
        viewer = new ViewerModel(threads);
        extract = new ExtractModel(threads);
    }

    /** Reads what can be seen without the password. One that needs none is unlocked at once. */
    public void open(Path archive) {
        if (isBusy()) {
            return;
        }
        failure.set(Optional.empty());
        opening.start((listener, cancel) -> Archives.open(archive), this::opened);
    }

    private boolean isBusy() {
        return opening.running().get() || extract.action().running().get();
    }

    private void opened(Outcome<ArchiveReader> outcome) {
        if (outcome instanceof Outcome.Failed<ArchiveReader> failed) {
            failure.set(Optional.of(FailureText.of(failed.cause())));
        } else if (outcome instanceof Outcome.Done<ArchiveReader> done) {
            forget();
            reader = Optional.of(done.value());
            Listing listing = done.value().listing();
            extract.proposeFolder(listing.archive());
            state.set(OpenState.NOTHING); // so that a new archive is shown even if it is locked too
            state.set(listing.needsPassword() ? OpenState.LOCKED : OpenState.UNLOCKED);
        }
    }

    /** Tries the password; a wrong one stays in the field. */
    public void unlock() {
        if (state.get() != OpenState.LOCKED || password.get().isEmpty()) {
            return;
        }
        failure.set(Optional.empty());
        ArchiveReader archive = reader.orElseThrow();
        Secret secret = Secret.takeOver(password.get().toCharArray());
        opening.start(
                (listener, cancel) -> {
                    archive.unlock(secret);
                    return archive;
                },
                outcome -> {
                    secret.close();
                    unlocked(outcome);
                });
    }

    private void unlocked(Outcome<ArchiveReader> outcome) {
        if (outcome instanceof Outcome.Failed<ArchiveReader> failed) {
            failure.set(Optional.of(FailureText.of(failed.cause())));
        } else {
            password.set("");
            showing.set(false);
            state.set(OpenState.UNLOCKED);
            startCheck();
        }
    }

    /** In the background: the archive can be looked at meanwhile. */
    private void startCheck() {
        ArchiveReader archive = reader.orElseThrow();
        if (listing().names() == Names.VISIBLE) {
            check.set(CheckState.NOT_NEEDED);
            return;
        }
        if (archive.isChecked()) {
            check.set(CheckState.WHOLE);
            return;
        }
        check.set(CheckState.RUNNING);
        checking.start(
                (listener, cancel) -> {
                    archive.check(listener, cancel);
                    return archive;
                },
                outcome -> checkEnded(archive, outcome));
    }

    private void checkEnded(ArchiveReader archive, Outcome<ArchiveReader> outcome) {
        if (reader.isEmpty() || reader.get() != archive) {
            return; // locked meanwhile
        }
        if (outcome instanceof Outcome.Failed<ArchiveReader> failed) {
            check.set(CheckState.DAMAGED);
            failure.set(Optional.of(FailureText.of(failed.cause())));
        } else {
            boolean done = outcome instanceof Outcome.Done<ArchiveReader>;
            check.set(done ? CheckState.WHOLE : CheckState.NOT_YET);
            if (done) {
                viewer.archiveIsChecked();
            }
        }
    }

    /** Forgets the password and everything that was shown; what needs no password is closed. */
    public void lock() {
        if (isBusy() || reader.isEmpty()) {
            return;
        }
        Path archive = listing().archive();
        boolean needsPassword = listing().needsPassword();
        close();
        if (needsPassword) {
            open(archive);
        }
    }

    /** Back to the empty page. Stops what is running. */
    public void close() {
        extract.action().cancel();
        forget();
        state.set(OpenState.NOTHING);
        failure.set(Optional.empty());
    }

    private void forget() {
        checking.cancel();
        check.set(CheckState.NOT_NEEDED);
        viewer.clear();
        extract.clear();
        chosen.clear();
        password.set("");
        showing.set(false);
        reader.ifPresent(OpenViewModel::closeQuietly);
        reader = Optional.empty();
    }

    private static void closeQuietly(ArchiveReader reader) {
        try {
            reader.close();
        } catch (IOException e) {
            // It was only read from: nothing can be lost by that.
        }
    }

    public void view(ArchiveEntry entry) {
        viewer.show(reader.orElseThrow(), entry);
    }

    public void extractAll() {
        extract.start(reader.orElseThrow(), listing().entries());
    }

    public void extractChosen() {
        extract.start(reader.orElseThrow(), chosen.of(listing().entries()));
    }

    /** Only while there is an archive. */
    public Listing listing() {
        return reader.orElseThrow().listing();
    }

    public PathTree.Node<ArchiveEntry> tree() {
        return PathTree.of(
                listing().entries(), ArchiveEntry::path, ArchiveEntry::kind, ArchiveEntry::size);
    }

    public ReadOnlyObjectProperty<OpenState> state() {
        return state.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    public StringProperty password() {
        return password;
    }

    public BooleanProperty showing() {
        return showing;
    }

    public ChosenEntries chosen() {
        return chosen;
    }

    public ViewerModel viewer() {
        return viewer;
    }

    public ExtractModel extract() {
        return extract;
    }

    public UserAction checking() {
        return checking;
    }

    public ReadOnlyObjectProperty<CheckState> check() {
        return check.getReadOnlyProperty();
    }

    public UserAction opening() {
        return opening;
    }
}
