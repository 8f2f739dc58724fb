package app.lacuna.desktop.places.rounds;

import app.lacuna.common.Secret;
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
import java.util.Collections;
import java.util.List;
import java.util.Optional;
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
        int locks = backup.locks();
        backup.forgetReports();
        Secret own = backup.secret().copy();
        checking.start(
                (listener, cancel) ->
                        new RoundCheckJob(Moment.store(round), own, listener, cancel).run(),
                outcome ->
                        outcome.match(done -> checked(done, locks), cause -> failed(cause, locks)),
                late -> {},
                own::close);
    }

    private void checked(List<Checked> done, int locks) {
        if (backup.locks() != locks) {
            LockedReport.of(done).forEach(backup::report);
            checked.set(Optional.of(withoutNames(done)));
            return;
        }
        checked.set(Optional.of(done));
        reported.set(Optional.of(done));
    }

    /** When files with these letters in their paths appeared, changed and vanished. */
    void search(String wanted) {
        Round round = backup.round();
        int locks = backup.locks();
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
                outcome ->
                        outcome.match(
                                done -> found.set(Optional.of(done)),
                                cause -> failed(cause, locks)));
    }

    void forgetFound() {
        found.set(Optional.empty());
    }

    /** Takes the last putting back back. */
    void undo(Path before) {
        Round round = backup.round();
        int locks = backup.locks();
        backup.forgetReports();
        Secret own = backup.secret().copy();
        undoing.start(
                (listener, cancel) ->
                        new UndoJob(Moment.store(round), own, listener, cancel).run(before),
                outcome -> {
                    outcome.match(done -> undone(done, locks), cause -> failed(cause, locks));
                    backup.moment().get().ifPresent(MomentModel::compare);
                    changed.run();
                },
                late -> {},
                own::close);
    }

    private void undone(UndoJob.Result done, int locks) {
        if (backup.locks() != locks) {
            backup.report(LockedReport.of(done));
        } else {
            undone.set(Optional.of(done));
        }
    }

    /**
     * Removes now what is not to be kept any more, instead of after the next run.
     *
     * @param keep the rule whose outcome was shown, whatever is saved
     */
    void prune(Keep keep) {
        Round round = backup.round();
        int locks = backup.locks();
        backup.forgetReports();
        pruning.start(
                (listener, cancel) ->
                        new RoundPruneJob(Moment.store(round), keep, ZoneId.systemDefault()).run(),
                outcome -> {
                    outcome.match(removed -> {}, cause -> failed(cause, locks));
                    changed.run(); // which shows what is gone
                });
    }

    private void failed(Throwable cause, int locks) {
        if (backup.locks() != locks) {
            backup.report(LockedReport.of(cause));
        } else {
            failure.set(Optional.of(FailureText.of(cause)));
        }
    }

    /** The page is locked: what was found last stays, without names. */
    void lock() {
        reported.get().map(LockedReport::of).ifPresent(all -> all.forEach(backup::report));
        undone.get().map(LockedReport::of).ifPresent(backup::report);
        searching.forget();
        found.set(Optional.empty());
        checked.set(checked.get().map(LookingBackModel::withoutNames));
        forgetReports();
    }

    /** How many files are lost is still known. */
    private static List<Checked> withoutNames(List<Checked> all) {
        return all.stream()
                .map(
                        each ->
                                new Checked(
                                        each.generation(),
                                        each.state(),
                                        each.files(),
                                        Collections.nCopies(each.lost().size(), "")))
                .toList();
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
