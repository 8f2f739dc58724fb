package app.lacuna.desktop.places.rounds;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.taking.ExtractModel;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.NameOrder;
import app.lacuna.generations.Manifest;
import app.lacuna.job.Moment;
import app.lacuna.job.PutBackJob;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** Everything as it was at one moment, against what is there now; some or all of it goes back. */
final class MomentModel {
    private final Lifetime life;
    private final Round round;
    private final Moment moment;
    private final HeldSecret secret;
    private final Clock clock;
    private final BooleanSupplier mayStart;
    private final Job comparing;
    private final Job arranging;
    private final Job putting;
    private final ExtractModel extract;
    private final ReadOnlyObjectWrapper<Optional<List<MomentRow>>> all =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<List<MomentRow>> shown =
            new ReadOnlyObjectWrapper<>(List.of());
    private final StringProperty filter = new SimpleStringProperty("");
    private final BooleanProperty removingNew = new SimpleBooleanProperty();
    private final Set<String> ticked = new HashSet<>();
    private final ReadOnlyIntegerWrapper ticks = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Optional<PutBackJob.Result>> putBack =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<Throwable> failureCause = Optional.empty();

    /**
     * @param moment taken over
     * @param mayStart asked before something is written
     */
    MomentModel(
            Lifetime life,
            Round round,
            Moment moment,
            HeldSecret secret,
            Clock clock,
            BooleanSupplier mayStart) {
        this.life = life;
        this.round = round;
        this.moment = moment;
        this.secret = secret;
        this.clock = clock;
        this.mayStart = mayStart;
        comparing = new Job(life, JobKind.COMPARING, Job.Policy.NEWEST_WINS);
        arranging = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        putting = new Job(life, JobKind.PUTTING_BACK, Job.Policy.REFUSE);
        extract = new ExtractModel(life, moment.archive());
        filter.addListener((property, before, now) -> arrange());
        compare();
    }

    /** Nothing of it is wanted any more; its archives are closed when nobody reads them. */
    void end() {
        life.end(
                () -> {
                    try {
                        moment.close();
                    } catch (IOException e) {
                        // it was only read
                    }
                },
                () -> {});
    }

    private PutBackJob job(ProgressListener listener, CancelToken cancel) {
        return new PutBackJob(round, moment, clock, listener, cancel);
    }

    /** Looks again at what is there now. */
    void compare() {
        Set<String> roots =
                moment.archive().manifest().roots().stream()
                        .map(Manifest.Root::name)
                        .collect(Collectors.toSet());
        comparing.start(
                (listener, cancel) ->
                        MomentRow.of(job(listener, cancel).plan(path -> true, true), roots),
                outcome -> {
                    outcome.match(
                            done -> {
                                all.set(Optional.of(done));
                                arrange();
                            },
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    private void arrange() {
        List<MomentRow> rows = all.get().orElse(List.of());
        String wanted = filter.get().strip();
        arranging.start(
                (listener, cancel) ->
                        wanted.isEmpty()
                                ? rows
                                : rows.stream()
                                        .filter(row -> matches(wanted).test(row.path()))
                                        .toList(),
                outcome -> outcome.match(shown::set, () -> {}, life.book()::tell));
    }

    /** Paths that have these letters in them, whatever their case. */
    static Predicate<String> matches(String wanted) {
        return NameOrder.finding(wanted);
    }

    boolean isTicked(MomentRow row) {
        return ticked.contains(row.path());
    }

    void tick(MomentRow row, boolean on) {
        if (on ? ticked.add(row.path()) : ticked.remove(row.path())) {
            ticks.set(ticks.get() + 1);
        }
    }

    void untickAll() {
        ticked.clear();
        ticks.set(ticks.get() + 1);
    }

    int tickedCount() {
        return ticked.size();
    }

    /** What would be written: what differs, of what is ticked if anything is. */
    List<MomentRow> toPutBack() {
        return differing(
                row ->
                        row.against() == MomentRow.Against.CHANGED
                                || row.against() == MomentRow.Against.GONE);
    }

    /** What would be taken away, if that is wanted. */
    List<MomentRow> toRemove() {
        return removingNew.get()
                ? differing(row -> row.against() == MomentRow.Against.NEW)
                : List.of();
    }

    private List<MomentRow> differing(Predicate<MomentRow> which) {
        return all.get().orElse(List.of()).stream()
                .takeWhile(row -> row.against() != MomentRow.Against.SAME) // which are last
                .filter(row -> isChosen(row.path()))
                .filter(which)
                .toList();
    }

    /** A ticked folder stands for what is in it. */
    private boolean isChosen(String path) {
        return isIn(ticked, path);
    }

    private static boolean isIn(Set<String> chosen, String path) {
        if (chosen.isEmpty() || chosen.contains(path)) {
            return true;
        }
        for (int end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
            if (chosen.contains(path.substring(0, end))) {
                return true;
            }
        }
        return false;
    }

    /** Compares once more, keeps what it replaces, puts back, and proves. */
    void putBack() {
        Set<String> chosen = Set.copyOf(ticked);
        boolean remove = removingNew.get();
        if (!mayStart.getAsBoolean()) {
            return;
        }
        Secret own = secret.copy();
        putting.start(
                (listener, cancel) -> {
                    PutBackJob job = job(listener, cancel);
                    return job.run(job.plan(path -> isIn(chosen, path), remove), own);
                },
                outcome -> {
                    outcome.match(
                            done -> {
                                ticked.clear();
                                removingNew.set(false);
                                ticks.set(ticks.get() + 1);
                                putBack.set(Optional.of(done));
                            },
                            this::failed);
                    compare();
                },
                late -> {},
                own::close);
    }

    private void failed(Throwable cause) {
        failureCause = Optional.of(cause);
        failure.set(Optional.of(FailureText.of(cause)));
    }

    /** Why the last restore failed. */
    Optional<Throwable> failureCause() {
        return failureCause;
    }

    /** What is ticked, or all of it, into another folder. */
    void takeOut(Path folder) {
        Set<String> chosen = Set.copyOf(ticked);
        List<ArchiveEntry> entries =
                moment.archive().listing().entries().stream()
                        .filter(entry -> isIn(chosen, entry.path()))
                        .toList();
        if (!mayStart.getAsBoolean()) {
            return;
        }
        extract.folder().set(folder);
        extract.start(entries);
    }

    void forgetReports() {
        putBack.set(Optional.empty());
        failure.set(Optional.empty());
        failureCause = Optional.empty();
    }

    /** Whether somebody has begun to choose in it. */
    boolean isInUse() {
        return !ticked.isEmpty() || !filter.get().isBlank() || removingNew.get();
    }

    boolean isBusy() {
        return putting.running().get() || extract.action().running().get();
    }

    Moment moment() {
        return moment;
    }

    /** Files there were; absent until it has been compared. */
    Optional<List<MomentRow>> rows() {
        return all.get();
    }

    ReadOnlyObjectProperty<Optional<List<MomentRow>>> all() {
        return all.getReadOnlyProperty();
    }

    /** Those that are looked for. */
    ReadOnlyObjectProperty<List<MomentRow>> shown() {
        return shown.getReadOnlyProperty();
    }

    StringProperty filter() {
        return filter;
    }

    BooleanProperty removingNew() {
        return removingNew;
    }

    /** Goes up by one with every tick. */
    ReadOnlyIntegerProperty ticks() {
        return ticks.getReadOnlyProperty();
    }

    Job comparing() {
        return comparing;
    }

    Job putting() {
        return putting;
    }

    ExtractModel extract() {
        return extract;
    }

    ReadOnlyObjectProperty<Optional<PutBackJob.Result>> done() {
        return putBack.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
