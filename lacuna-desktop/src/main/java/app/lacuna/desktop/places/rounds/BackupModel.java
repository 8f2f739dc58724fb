package app.lacuna.desktop.places.rounds;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.password.SecretText;
import app.lacuna.desktop.session.WrongPasswordText;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.GenerationMissing;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;

/** One backup: its generations, which moment is picked, and what is done once it is unlocked. */
final class BackupModel {
    private final Lifetime life;
    private final Clock clock;
    private final Runnable changed;
    private final Job opening;
    private final RunModel run;
    private final LookingBackModel back;
    private final SecretText typed = new SecretText();
    private final BooleanProperty showing = new SimpleBooleanProperty();
    private final ReadOnlyBooleanWrapper unlocked = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<RoundLine> line;
    private final ReadOnlyObjectWrapper<Optional<Generation>> picked =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<MomentModel>> moment =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final HeldSecret secret = new HeldSecret();
    private final HeldSecret tried = new HeldSecret();
    private final Set<String> unreadable = new HashSet<>();
    private final ReadOnlyObjectWrapper<List<LockedReport>> reports =
            new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<Optional<MomentModel>> finishing =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private boolean pickedByHand;
    private int locks;

    /** A moment that a password has opened, or why not. */
    private record Opened(Optional<Moment> moment, Optional<FailureText> wrong) {
        void close() {
            moment.ifPresent(
                    open -> {
                        try {
                            open.close();
                        } catch (IOException e) {
                            // it was only read
                        }
                    });
        }
    }

    /**
     * @param changed told when something has been done that the list has to look at
     */
    BackupModel(
            Lifetime life,
            RoundLine line,
            Clock clock,
            RunModel.Kept kept,
            MadePasswords passwords,
            Runnable changed) {
        this.life = life;
        this.clock = clock;
        this.changed = changed;
        this.line = new ReadOnlyObjectWrapper<>(line);
        opening = new Job(life, JobKind.UNLOCKING, Job.Policy.NEWEST_WINS);
        run = new RunModel(life, this, clock, kept, passwords, changed);
        back = new LookingBackModel(life, this, changed);
        life.atEnd(this::forgetSecrets);
        pickLatest();
    }

    /** The list has been looked at again. */
    void show(RoundLine now) {
        Optional<Generation> before = picked.get();
        line.set(now);
        if (moment.get().filter(MomentModel::isBusy).isPresent()) {
            return; // it is looked at again when that has come to its end
        }
        boolean still =
                before.isPresent()
                        && generations().anyMatch(each -> each.id().equals(before.get().id()));
        boolean inUse = pickedByHand || moment.get().filter(MomentModel::isInUse).isPresent();
        if (!inUse || !still) {
            pickLatest();
        }
    }

    private Stream<Generation> generations() {
        return line.get().state().stream()
                .flatMap(state -> state.generations().stream())
                .map(RoundState.Kept::generation);
    }

    private void pickLatest() {
        pickedByHand = false;
        choose(
                line.get().state().stream()
                        .flatMap(state -> state.generations().stream())
                        .filter(RoundState.Kept::isThere)
                        .map(RoundState.Kept::generation)
                        .reduce((earlier, later) -> later));
    }

    /** What was done before is not spoken of any more. */
    void forgetReports() {
        reports.set(List.of());
        failure.set(Optional.empty());
        run.forgetResult();
        back.forgetReports();
        moment.get().ifPresent(MomentModel::forgetReports);
    }

    /** Not while another moment is on its way, which would take the place of this one. */
    private boolean mayStart() {
        boolean may = !isBusy() && !opening.running().get();
        if (may) {
            forgetReports();
        }
        return may;
    }

    /** Another moment; it is opened if the password is known. */
    void pick(Generation generation) {
        if (!isBusy()) {
            pickedByHand = true;
            choose(Optional.of(generation));
        }
    }

    private void choose(Optional<Generation> generation) {
        boolean same = generation.map(Generation::id).equals(picked.get().map(Generation::id));
        picked.set(generation);
        if (unlocked.get() && (!same || moment.get().isEmpty())) {
            open(secret);
        }
    }

    /** Tries what was typed; a wrong password stays in the field. */
    void unlock() {
        if (!typed.text().get().isEmpty() && picked.get().isPresent()) {
            tried.hold(Secret.takeOver(typed.text().get().toCharArray()));
            open(tried);
        }
    }

    /**
     * The password is known from a run.
     *
     * @param known taken over
     */
    void unlocked(Secret known) {
        secret.hold(known);
        unlocked.set(true);
        typed.clear();
    }

    private void open(HeldSecret by) {
        Optional<Generation> wanted = picked.get();
        failure.set(Optional.empty());
        if (wanted.isEmpty()) {
            return;
        }
        Round round = round();
        opening.start(
                (listener, cancel) -> {
                    try (Secret own = by.copy()) {
                        return opened(round, wanted.get(), own, listener, cancel);
                    }
                },
                this::opened,
                Opened::close);
    }

    private static Opened opened(
            Round round,
            Generation wanted,
            Secret own,
            ProgressListener listener,
            CancelToken cancel)
            throws IOException {
        try {
            GenerationStore store = Moment.store(round);
            Generation there = there(store, wanted);
            return new Opened(
                    Optional.of(Moment.open(store, there, own, listener, cancel)),
                    Optional.empty());
        } catch (WrongPassword e) {
            return new Opened(Optional.empty(), Optional.of(WrongPasswordText.of(own)));
        }
    }

    /** The drive may be plugged in elsewhere by now. */
    private static Generation there(GenerationStore store, Generation wanted) throws IOException {
        return store.present().stream()
                .filter(each -> each.id().equals(wanted.id()))
                .findFirst()
                .orElseThrow(() -> new GenerationMissing(wanted.id(), ""));
    }

    private void opened(Outcome<Opened> outcome) {
        outcome.match(this::opened, () -> {}, this::notOpened);
    }

    private void opened(Opened opened) {
        if (opened.moment().isEmpty()) {
            failure.set(opened.wrong());
            tried.letGo();
            return;
        }
        if (!unlocked.get()) {
            unlocked(tried.copy());
            tried.letGo();
        }
        closeMoment();
        MomentModel open =
                new MomentModel(
                        life.inner(),
                        round(),
                        opened.moment().get(),
                        secret,
                        clock,
                        this::mayStart);
        whenDone(open.putting(), open);
        whenDone(open.extract().action(), open);
        moment.set(Optional.of(open));
        boolean asPicked =
                picked.get()
                        .filter(now -> now.id().equals(open.moment().generation().id()))
                        .isPresent();
        if (!asPicked) {
            open(secret); // another was picked while the password was tried
        }
    }

    private void notOpened(Throwable cause) {
        if (isOfTheFile(cause)) {
            picked.get().ifPresent(now -> unreadable.add(now.id()));
            line.set(new RoundLine(line.get().round(), line.get().state()));
        }
        closeMoment();
        tried.letGo();
        failure.set(Optional.of(FailureText.of(cause)));
    }

    /** Nothing that another password or another try would mend; what is missing may come back. */
    private static boolean isOfTheFile(Throwable cause) {
        return cause instanceof DamagedArchive || cause instanceof NotAnArchive;
    }

    private void whenDone(Job job, MomentModel of) {
        job.running()
                .addListener(
                        (property, before, now) -> {
                            if (!now) {
                                changed.run();
                                finishing.get().filter(of::equals).ifPresent(this::endLocked);
                            }
                        });
    }

    private void closeMoment() {
        Optional<MomentModel> before = moment.get();
        moment.set(Optional.empty());
        before.ifPresent(MomentModel::end);
    }

    /**
     * Everything of the inside goes at once, and the password. A run, a check, a restore and an
     * undo go on with their own copy of it; extracting, which may ask something, is cancelled. What
     * comes of them is reported without names.
     */
    void lock() {
        locks++;
        failure.set(Optional.empty());
        opening.forget();
        run.lock();
        back.lock();
        Optional<MomentModel> open = moment.get();
        moment.set(Optional.empty());
        open.ifPresent(this::finish);
        unlocked.set(false);
        forgetSecrets();
    }

    private void finish(MomentModel open) {
        open.extract().action().cancel();
        if (open.isBusy()) {
            finishing.set(Optional.of(open));
        } else {
            endLocked(open);
        }
    }

    private void endLocked(MomentModel open) {
        open.done().get().map(LockedReport::of).ifPresent(this::report);
        open.extract().report().get().map(LockedReport::of).ifPresent(this::report);
        open.failureCause().map(LockedReport::of).ifPresent(this::report);
        if (finishing.get().filter(open::equals).isPresent()) {
            finishing.set(Optional.empty());
        }
        open.end();
    }

    /** The result of something that was locked meanwhile. */
    void report(LockedReport report) {
        List<LockedReport> all = new ArrayList<>(reports.get());
        all.add(report);
        reports.set(List.copyOf(all));
    }

    /** How often it has been locked: who finds another number has been locked meanwhile. */
    int locks() {
        return locks;
    }

    private void forgetSecrets() {
        secret.letGo();
        tried.letGo();
        typed.clear();
        showing.set(false);
    }

    boolean isBusy() {
        return run.running().running().get()
                || back.isBusy()
                || finishing.get().isPresent()
                || moment.get().filter(MomentModel::isBusy).isPresent();
    }

    void end() {
        closeMoment();
        finishing.get().ifPresent(MomentModel::end);
        life.end();
    }

    HeldSecret secret() {
        return secret;
    }

    Round round() {
        return line.get().round();
    }

    Optional<RoundState> state() {
        return line.get().state();
    }

    /** Whether there is nothing, or nothing any more, that a password could be tried on. */
    boolean isNew() {
        boolean away = state().map(RoundState::isAway).orElse(true);
        boolean any =
                state().stream()
                        .flatMap(known -> known.generations().stream())
                        .anyMatch(
                                kept ->
                                        kept.isThere()
                                                && !unreadable.contains(kept.generation().id()));
        return !away && !any;
    }

    /** What could not be read before may have been mended. */
    void tryAgain() {
        unreadable.clear();
        moment.get().ifPresent(MomentModel::compare);
    }

    ReadOnlyObjectProperty<RoundLine> line() {
        return line.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<Generation>> picked() {
        return picked.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<MomentModel>> moment() {
        return moment.getReadOnlyProperty();
    }

    /** One that was locked while it restores something; nothing else is done meanwhile. */
    ReadOnlyObjectProperty<Optional<MomentModel>> finishing() {
        return finishing.getReadOnlyProperty();
    }

    /** What has become of jobs since it was locked. */
    ReadOnlyObjectProperty<List<LockedReport>> reports() {
        return reports.getReadOnlyProperty();
    }

    ReadOnlyBooleanProperty isUnlocked() {
        return unlocked.getReadOnlyProperty();
    }

    SecretText typed() {
        return typed;
    }

    BooleanProperty showing() {
        return showing;
    }

    Job opening() {
        return opening;
    }

    RunModel run() {
        return run;
    }

    LookingBackModel back() {
        return back;
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
