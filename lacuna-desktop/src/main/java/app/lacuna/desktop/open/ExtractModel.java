package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.work.Threads;
import app.lacuna.desktop.work.UserAction;
import app.lacuna.extract.Conflict;
import app.lacuna.extract.ConflictAnswer;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.Extractor;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;

/** Taking entries out into a folder, with a question where something is in the way. */
public final class ExtractModel {
    private final Threads threads;
    private final UserAction action;
    private final ObjectProperty<Path> folder =
            new SimpleObjectProperty<>(Path.of("").toAbsolutePath());
    private final ReadOnlyObjectWrapper<Optional<ConflictQuestion>> question =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<ExtractReport>> report =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    ExtractModel(Threads threads) {
        this.threads = threads;
        this.action = new UserAction(threads);
    }

    /** Beside the archive, in a folder of its name. */
    void proposeFolder(Path archive) {
        Path absolute = archive.toAbsolutePath();
        String name = absolute.getFileName().toString();
        int dot = name.lastIndexOf('.');
        String folderName = dot > 0 ? name.substring(0, dot) : name + "-extracted";
        folder.set(absolute.resolveSibling(folderName));
    }

    void start(ArchiveReader reader, List<ArchiveEntry> entries) {
        report.set(Optional.empty());
        failure.set(Optional.empty());
        Path target = folder.get();
        action.start(
                (listener, cancel) -> {
                    ExtractOptions options =
                            ExtractOptions.asking(target, conflict -> ask(conflict, cancel));
                    return new Extractor(reader, options, listener, cancel).extract(entries);
                },
                this::ended);
    }

    /** On the extracting thread. */
    private ConflictAnswer ask(Conflict conflict, CancelToken cancel) {
        ConflictQuestion asked = new ConflictQuestion(conflict);
        threads.ui().execute(() -> question.set(Optional.of(asked)));
        try {
            return asked.await(cancel);
        } finally {
            threads.ui().execute(() -> question.set(Optional.empty()));
        }
    }

    private void ended(Outcome<ExtractReport> outcome) {
        if (outcome instanceof Outcome.Done<ExtractReport> done) {
            report.set(Optional.of(done.value()));
        } else if (outcome instanceof Outcome.Failed<ExtractReport> failed) {
            failure.set(Optional.of(FailureText.of(failed.cause())));
        } else {
            failure.set(
                    Optional.of(FailureText.of(new java.util.concurrent.CancellationException())));
        }
    }

    void clear() {
        question.set(Optional.empty());
        report.set(Optional.empty());
        failure.set(Optional.empty());
    }

    public UserAction action() {
        return action;
    }

    public ObjectProperty<Path> folder() {
        return folder;
    }

    public ReadOnlyObjectProperty<Optional<ConflictQuestion>> question() {
        return question.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<ExtractReport>> report() {
        return report.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
