package app.lacuna.desktop.parts.taking;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.parts.clearing.ClearTarget;
import app.lacuna.desktop.parts.clearing.How;
import app.lacuna.desktop.parts.clearing.Proofs;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.PathNames;
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
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;

/** Taking entries out into a folder, with a question where something is in the way. */
public final class ExtractModel {
    private final Lifetime life;
    private final OpenedArchive reader;
    private final Consumer<FailureText> onLate;
    private final Job action;
    private final ClearModel clearing;
    private final ObjectProperty<Path> folder =
            new SimpleObjectProperty<>(Path.of("").toAbsolutePath());
    private final ReadOnlyObjectWrapper<Optional<ConflictQuestion>> question =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<ExtractReport>> report =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Found>> comparison =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final List<ReadableFile> copies = new ArrayList<>();

    public ExtractModel(Lifetime life, OpenedArchive reader) {
        this(life, reader, text -> {});
    }

    /**
     * @param onLate gets what has to be told when locking has cancelled an extraction
     */
    public ExtractModel(Lifetime life, OpenedArchive reader, Consumer<FailureText> onLate) {
        this.life = life;
        this.reader = reader;
        this.onLate = onLate;
        this.action = new Job(life, JobKind.TAKING_OUT, Job.Policy.REFUSE);
        this.clearing = new ClearModel(life, Optional.empty());
        clearing.done().addListener((property, before, now) -> now.ifPresent(this::cleared));
        clearing.failure()
                .addListener((property, before, now) -> now.ifPresent(text -> failure.set(now)));
        folder.set(besides(reader.listing().archive()));
    }

    /** Beside the archive, in a folder of its name. */
    private static Path besides(Path archive) {
        Path absolute = archive.toAbsolutePath();
        String name = absolute.getFileName().toString();
        int dot = name.lastIndexOf('.');
        String folderName = dot > 0 ? name.substring(0, dot) : name + "-extracted";
        return absolute.resolveSibling(folderName);
    }

    /** Asks where something is in the way. */
    public void start(List<ArchiveEntry> entries) {
        start(entries, folder.get(), Purpose.TAKE_OUT, this::asking);
    }

    /** Why something is written. */
    private enum Purpose {
        /** Readable copies, to be cleared again. */
        TAKE_OUT,
        /** Files in their place, which stay. */
        RESTORE
    }

    private ExtractOptions asking(Path into, CancelToken cancel) {
        return ExtractOptions.asking(into, conflict -> ask(conflict, cancel));
    }

    private void start(
            List<ArchiveEntry> entries,
            Path into,
            Purpose purpose,
            BiFunction<Path, CancelToken, ExtractOptions> options) {
        if (isBusy()) {
            return;
        }
        forgetLast();
        action.writingTo(into)
                .start(
                        (listener, cancel) -> {
                            ExtractOptions chosen =
                                    options.apply(into, cancel)
                                            .leaving(
                                                    LooseEnd.Kind.EXTRACTED,
                                                    reader.outside().archive());
                            return new Extractor(reader, chosen, listener, cancel).extract(entries);
                        },
                        outcome -> ended(outcome, purpose),
                        this::late);
    }

    private void late(ExtractReport report) {
        if (report.cameOut() > 0) {
            onLate.accept(
                    FailureText.named(
                            "ExtractedThenLocked",
                            report.cameOut(),
                            PathNames.last(report.folder()),
                            PathNames.last(reader.outside().archive())));
        }
    }

    /** What was left because anybody could have put it there: the user has seen that. */
    public void takeUnprotected() {
        List<ArchiveEntry> left =
                report.get().stream()
                        .flatMap(done -> done.entries().stream())
                        .filter(entry -> entry.result() == Result.UNPROTECTED)
                        .map(ExtractedEntry::entry)
                        .toList();
        start(
                left,
                folder.get(),
                Purpose.TAKE_OUT,
                (into, cancel) -> asking(into, cancel).with(Unprotected.TAKE_OUT));
    }

    /** Before the last report is forgotten: what is still running is not disturbed. */
    private boolean isBusy() {
        if (action.running().get()) {
            life.book().busyWith(action.kind());
        }
        return action.running().get();
    }

    private void forgetLast() {
        report.set(Optional.empty());
        failure.set(Optional.empty());
        comparison.set(Optional.empty());
        clearing.forget();
    }

    /**
     * What a comparison has found.
     *
     * @param folder that it was made with
     */
    public record Found(Path folder, List<Compared> compared) {}

    /** Holds the entries against what is in the folder already; writes nothing. */
    public void compare(List<ArchiveEntry> entries) {
        if (isBusy()) {
            return;
        }
        forgetLast();
        Path target = folder.get();
        action.start(
                (listener, cancel) ->
                        new Found(
                                target,
                                new Comparison(reader, target, listener, cancel).of(entries)),
                this::compared);
    }

    private void compared(Outcome<Found> outcome) {
        outcome.match(done -> comparison.set(Optional.of(done)), this::failed);
    }

    /** After a comparison: writes what is new or differs there, and touches nothing else. */
    public void restore() {
        comparison
                .get()
                .ifPresent(
                        found ->
                                start(
                                        Comparison.differing(found.compared()),
                                        found.folder(),
                                        Purpose.RESTORE,
                                        (into, cancel) ->
                                                ExtractOptions.of(into, ConflictRule.OVERWRITE)));
    }

    public void forgetComparison() {
        comparison.set(Optional.empty());
    }

    /** Deletes what came out since the archive was opened, and is in it as it is. */
    public void clearCopies() {
        if (clearing.clearing().running().get()) {
            life.book().busyWith(clearing.clearing().kind());
            return;
        }
        clearing.clearAtOnce(
                How.DELETE, List.of(new ClearTarget(List.copyOf(copies), Proofs.opened(reader))));
    }

    private void cleared(ClearModel.Done done) {
        report.set(Optional.empty());
        copies.clear();
        done.failures().stream().findFirst().ifPresent(text -> failure.set(Optional.of(text)));
    }

    /** Whether there are copies which could be cleared. */
    public boolean hasCopies() {
        return copies.stream().anyMatch(file -> file.sort() != ReadableFile.Sort.FOLDER);
    }

    /** On the extracting thread. */
    private ConflictAnswer ask(Conflict conflict, CancelToken cancel) {
        ConflictQuestion asked = new ConflictQuestion(conflict);
        life.tell(() -> question.set(Optional.of(asked)));
        try {
            return asked.await(cancel);
        } finally {
            life.tell(() -> question.set(Optional.empty()));
        }
    }

    private void ended(Outcome<ExtractReport> outcome, Purpose purpose) {
        outcome.match(
                done -> {
                    copies.removeAll(samePlaces(done.readable()));
                    if (purpose == Purpose.TAKE_OUT) {
                        copies.addAll(done.readable());
                    }
                    report.set(Optional.of(done));
                    done.stopped().ifPresent(why -> failure.set(Optional.of(FailureText.of(why))));
                },
                this::failed);
    }

    /** Copies whose places have something newer now, which may have been put there to stay. */
    private List<ReadableFile> samePlaces(List<ReadableFile> newer) {
        Set<Path> places = new HashSet<>();
        newer.forEach(file -> places.add(file.path()));
        return copies.stream().filter(file -> places.contains(file.path())).toList();
    }

    private void failed(Throwable cause) {
        failure.set(Optional.of(FailureText.of(cause)));
    }

    public Job action() {
        return action;
    }

    public Job clearing() {
        return clearing.clearing();
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

    public ReadOnlyObjectProperty<Optional<Found>> comparison() {
        return comparison.getReadOnlyProperty();
    }

    /** After the copies have been cleared: how many, and what was left. */
    public ReadOnlyObjectProperty<Optional<ClearModel.Done>> cleared() {
        return clearing.done();
    }
}
