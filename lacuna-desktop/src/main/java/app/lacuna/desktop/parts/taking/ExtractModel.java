package app.lacuna.desktop.parts.taking;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.extract.Comparison;
import app.lacuna.extract.Comparison.Compared;
import app.lacuna.extract.Conflict;
import app.lacuna.extract.ConflictAnswer;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractOptions.Unprotected;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.ExtractedEntry.Result;
import app.lacuna.extract.Extractor;
import app.lacuna.extract.ReadableCopies;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.Function;
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
    private final ReadOnlyObjectWrapper<Optional<List<Compared>>> comparison =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<ReadableCopies.Result>> cleared =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<ReadableCopies> copies = Optional.empty();

    public ExtractModel(Threads threads) {
        this.threads = threads;
        this.action = new UserAction(threads);
    }

    /** Beside the archive, in a folder of its name. */
    public void proposeFolder(Path archive) {
        Path absolute = archive.toAbsolutePath();
        String name = absolute.getFileName().toString();
        int dot = name.lastIndexOf('.');
        String folderName = dot > 0 ? name.substring(0, dot) : name + "-extracted";
        folder.set(absolute.resolveSibling(folderName));
    }

    /** Asks where something is in the way. */
    public void start(OpenedArchive reader, List<ArchiveEntry> entries) {
        start(reader, entries, cancel -> asking(cancel));
    }

    private ExtractOptions asking(CancelToken cancel) {
        return ExtractOptions.asking(folder.get(), conflict -> ask(conflict, cancel));
    }

    private void start(
            OpenedArchive reader,
            List<ArchiveEntry> entries,
            Function<CancelToken, ExtractOptions> options) {
        forgetLast();
        action.start(
                (listener, cancel) -> {
                    ExtractReport done =
                            new Extractor(reader, options.apply(cancel), listener, cancel)
                                    .extract(entries);
                    return new CameOut(done, ReadableCopies.of(done));
                },
                this::ended);
    }

    /** What was left because anybody could have put it there: the user has seen that. */
    public void takeUnprotected(OpenedArchive reader) {
        List<ArchiveEntry> left =
                report.get().stream()
                        .flatMap(done -> done.entries().stream())
                        .filter(entry -> entry.result() == Result.UNPROTECTED)
                        .map(ExtractedEntry::entry)
                        .toList();
        start(reader, left, cancel -> asking(cancel).with(Unprotected.TAKE_OUT));
    }

    private record CameOut(ExtractReport report, ReadableCopies copies) {}

    private void forgetLast() {
        report.set(Optional.empty());
        failure.set(Optional.empty());
        comparison.set(Optional.empty());
        copies = Optional.empty();
        cleared.set(Optional.empty());
    }

    /** Holds the entries against what is in the folder already; writes nothing. */
    public void compare(OpenedArchive reader, List<ArchiveEntry> entries) {
        forgetLast();
        Path target = folder.get();
        action.start(
                (listener, cancel) -> new Comparison(reader, target, listener, cancel).of(entries),
                this::compared);
    }

    private void compared(Outcome<List<Compared>> outcome) {
        if (outcome instanceof Outcome.Done<List<Compared>> done) {
            comparison.set(Optional.of(done.value()));
        } else {
            failed(outcome);
        }
    }

    /** After a comparison: writes what is new or differs, and touches nothing else. */
    public void restore(OpenedArchive reader) {
        List<ArchiveEntry> differing = Comparison.differing(comparison.get().orElseThrow());
        start(reader, differing, cancel -> ExtractOptions.of(folder.get(), ConflictRule.OVERWRITE));
    }

    public void forgetComparison() {
        comparison.set(Optional.empty());
    }

    /** Overwrites and deletes what came out, but for what was changed since. */
    public void clearCopies() {
        copies.ifPresent(
                own ->
                        action.start(
                                (listener, cancel) -> own.clear(),
                                outcome -> {
                                    if (outcome
                                            instanceof Outcome.Done<ReadableCopies.Result> done) {
                                        report.set(Optional.empty());
                                        copies = Optional.empty();
                                        cleared.set(Optional.of(done.value()));
                                    }
                                }));
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

    private void ended(Outcome<CameOut> outcome) {
        if (outcome instanceof Outcome.Done<CameOut> done) {
            copies = Optional.of(done.value().copies());
            report.set(Optional.of(done.value().report()));
            done.value()
                    .report()
                    .stopped()
                    .ifPresent(why -> failure.set(Optional.of(FailureText.of(why))));
        } else {
            failed(outcome);
        }
    }

    private void failed(Outcome<?> outcome) {
        Throwable cause =
                outcome instanceof Outcome.Failed<?> failed
                        ? failed.cause()
                        : new CancellationException();
        failure.set(Optional.of(FailureText.of(cause)));
    }

    public void clear() {
        comparison.set(Optional.empty());
        copies = Optional.empty();
        cleared.set(Optional.empty());
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

    public ReadOnlyObjectProperty<Optional<List<Compared>>> comparison() {
        return comparison.getReadOnlyProperty();
    }

    /** After the copies have been cleared: how many, and what was left. */
    public ReadOnlyObjectProperty<Optional<ReadableCopies.Result>> cleared() {
        return cleared.getReadOnlyProperty();
    }
}
