package app.lacuna.desktop.places.rounds;

import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.generations.Generation;
import app.lacuna.generations.History;
import app.lacuna.generations.Keep;
import app.lacuna.job.HistoryJob;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundCheckJob;
import app.lacuna.job.RoundCheckJob.Checked;
import app.lacuna.job.RoundPruneJob;
import app.lacuna.job.UndoJob;
import app.lacuna.rounds.Round;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** What goes through all generations: checking, the history of a file, removing, taking back. */
final class LookingBackModel {
    private final BackupModel backup;
    private final Runnable changed;
    private final Job checking;
    private final Job searching;
    private final Job undoing;
    private final Job pruning;
    private final ReadOnlyObjectWrapper<Optional<List<Checked>>> checked =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<List<Checked>>> reported =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Found>> found =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<UndoJob.Result>> undone =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /** What has become of files with these letters in their paths. */
    record Found(String wanted, List<History.Event> events) {}

    LookingBackModel(Lifetime life, BackupModel backup, Runnable changed) {
        this.backup = backup;
        this.changed = changed;
        checking = new Job(life, JobKind.CHECKING, Job.Policy.REFUSE);
        searching = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        undoing = new Job(life, JobKind.PUTTING_BACK, Job.Policy.REFUSE);
        pruning = new Job(life, JobKind.EDITING, Job.Policy.REFUSE);
    }

    /** Reads every generation to its end. */
    void check() {
        Round round = backup.round();
        backup.forgetReports();
        checking.start(
                (listener, cancel) -> {
                    try (Secret own = backup.secret().copy()) {
                        return new RoundCheckJob(Moment.store(round), own, listener, cancel).run();
                    }
                },
                outcome -> {
                    if (outcome instanceof Outcome.Done<List<Checked>> done) {
                        checked.set(Optional.of(done.value()));
                        reported.set(Optional.of(done.value()));
                    } else {
                        failed(outcome);
                    }
                    backup.workDone();
                });
    }

    /** When files with these letters in their paths appeared, changed and vanished. */
    void search(String wanted) {
        Round round = backup.round();
        failure.set(Optional.empty());
        searching.start(
                (listener, cancel) -> {
                    try (Secret own = backup.secret().copy()) {
                        return new Found(
                                wanted,
                                new HistoryJob(Moment.store(round), own, listener, cancel)
                                        .of(MomentModel.matches(wanted)));
                    }
                },
                outcome -> {
                    if (outcome instanceof Outcome.Done<Found> done) {
                        found.set(Optional.of(done.value()));
                    } else {
                        failed(outcome);
                    }
                });
    }

    void forgetFound() {
        found.set(Optional.empty());
    }

    /** Takes the last putting back back. */
    void undo(Path before) {
        Round round = backup.round();
        backup.forgetReports();
        undoing.start(
                (listener, cancel) -> {
                    try (Secret own = backup.secret().copy()) {
                        return new UndoJob(Moment.store(round), own, listener, cancel).run(before);
                    }
                },
                outcome -> {
                    if (outcome instanceof Outcome.Done<UndoJob.Result> done) {
                        undone.set(Optional.of(done.value()));
                    } else {
                        failed(outcome);
                    }
                    backup.moment().get().ifPresent(MomentModel::compare);
                    changed.run();
                    backup.workDone();
                });
    }

    /**
     * Removes now what is not to be kept any more, instead of after the next run.
     *
     * @param keep the rule whose outcome was shown, whatever is saved
     */
    void prune(Keep keep) {
        Round round = backup.round();
        backup.forgetReports();
        pruning.start(
                (listener, cancel) ->
                        new RoundPruneJob(Moment.store(round), keep, ZoneId.systemDefault()).run(),
                outcome -> {
                    if (!(outcome instanceof Outcome.Done<List<Generation>>)) {
                        failed(outcome);
                    }
                    changed.run();
                    backup.workDone();
                });
    }

    private void failed(Outcome<?> outcome) {
        failure.set(
                Optional.of(
                        FailureText.of(
                                outcome instanceof Outcome.Failed<?> failed
                                        ? failed.cause()
                                        : new CancellationException())));
    }

    void forget() {
        searching.forget();
        found.set(Optional.empty());
        checked.set(Optional.empty());
        forgetReports();
    }

    void forgetReports() {
        reported.set(Optional.empty());
        undone.set(Optional.empty());
        failure.set(Optional.empty());
    }

    boolean isBusy() {
        return checking.running().get() || undoing.running().get() || pruning.running().get();
    }

    /** What a check has found of a generation, if there was one since it was opened. */
    Optional<Checked> of(Generation generation) {
        return checked.get().stream()
                .flatMap(List::stream)
                .filter(each -> each.generation().id().equals(generation.id()))
                .findFirst();
    }

    Job checking() {
        return checking;
    }

    Job searching() {
        return searching;
    }

    Job undoing() {
        return undoing;
    }

    Job pruning() {
        return pruning;
    }

    /** The same, until something else is done. */
    ReadOnlyObjectProperty<Optional<List<Checked>>> reported() {
        return reported.getReadOnlyProperty();
    }

    /** What the last check has found of each. */
    ReadOnlyObjectProperty<Optional<List<Checked>>> checked() {
        return checked.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<Found>> found() {
        return found.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<UndoJob.Result>> undone() {
        return undone.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
