package app.lacuna.desktop.jobs;

import app.lacuna.common.CancelSource;
import app.lacuna.common.Outcome;
import app.lacuna.common.Progress;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * One thing that is done in the background: one at a time, with progress, and it can be cancelled.
 * What happens when it is asked for while it runs is its {@link Policy}. All methods and properties
 * belong to the interface thread.
 */
public final class Job {
    private final Lifetime life;
    private final JobKind kind;
    private final Policy policy;
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<Progress>> progress =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper inLine = new ReadOnlyBooleanWrapper();
    private final Optional<Turns> turns;
    private Optional<Turns.Turn> turn = Optional.empty();
    private final Deque<Run<?>> waiting = new ArrayDeque<>();
    private Optional<Run<?>> current = Optional.empty();

    /** Whether a newer wish has taken the place of what runs, even if that was cancelled since. */
    private boolean superseded;

    private Optional<Path> target = Optional.empty();

    /** What is done with a second wish before the first is fulfilled. */
    public enum Policy {
        /** It is not taken, and that is said. */
        REFUSE,
        /** It is done after the others. */
        QUEUE,
        /** It takes the place of the others: they are cancelled, and nobody hears of them. */
        NEWEST_WINS
    }

    /**
     * One wish.
     *
     * @param late gets what comes out of it when nobody wants it any more
     * @param atLast done after either of them, or when it is not begun at all
     */
    private record Run<T>(
            Work<T> work,
            Consumer<Outcome<T>> onEnd,
            Consumer<T> late,
            Runnable atLast,
            CancelSource cancel) {}

    public Job(Lifetime life, JobKind kind, Policy policy) {
        this(life, kind, policy, Optional.empty());
    }

    /** One of several that are done one after the other. */
    public Job(Lifetime life, JobKind kind, Policy policy, Turns turns) {
        this(life, kind, policy, Optional.of(turns));
    }

    private Job(Lifetime life, JobKind kind, Policy policy, Optional<Turns> turns) {
        this.turns = turns;
        this.life = life;
        this.kind = kind;
        this.policy = policy;
        life.atEnd(this::giveUp);
    }

    /** {@code onEnd} is called on the interface thread. */
    public <T> void start(Work<T> work, Consumer<Outcome<T>> onEnd) {
        start(work, onEnd, value -> {});
    }

    /**
     * The same for what has to be closed or wiped by whoever gets it.
     *
     * @param late gets it if nobody wants it any more
     */
    public <T> void start(Work<T> work, Consumer<Outcome<T>> onEnd, Consumer<T> late) {
        start(work, onEnd, late, () -> {});
    }

    /**
     * The same with something that belongs to the work, and is closed whatever becomes of it.
     *
     * @param atLast on the interface thread, exactly once, after all others
     */
    public <T> void start(
            Work<T> work, Consumer<Outcome<T>> onEnd, Consumer<T> late, Runnable atLast) {
        if (life.isOver()) {
            atLast.run(); // nobody is there to wish for anything
            return;
        }
        Run<T> run = new Run<>(work, onEnd, late, atLast, new CancelSource());
        if (current.isEmpty() && waiting.isEmpty()) {
            begin(run);
            return;
        }
        switch (policy) {
            case REFUSE -> {
                life.book().busyWith(kind);
                atLast.run();
            }
            case QUEUE -> waiting.add(run);
            case NEWEST_WINS -> {
                dropWaiting();
                waiting.add(run);
                superseded = true;
                current.ifPresent(older -> older.cancel().cancel());
            }
        }
    }

    private <T> void begin(Run<T> run) {
        current = Optional.of(run);
        superseded = false;
        life.book().begun(this);
        running.set(true);
        if (turns.isEmpty()) {
            launch(run);
            return;
        }
        inLine.set(true);
        turn = Optional.of(turns.get().enter(() -> launch(run)));
    }

    private <T> void launch(Run<T> run) {
        inLine.set(false);
        life.work(
                () -> {
                    Outcome<T> outcome = outcome(run);
                    life.arrive(
                            () -> ended(run, outcome),
                            () -> {
                                leaveLine();
                                late(run, outcome);
                                run.atLast().run();
                            });
                });
    }

    private void leaveLine() {
        Optional<Turns.Turn> own = turn;
        turn = Optional.empty();
        inLine.set(false);
        own.ifPresent(Turns.Turn::leave);
    }

    private <T> Outcome<T> outcome(Run<T> run) {
        LatestUpdate<Progress> latest = new LatestUpdate<>(life, told -> show(run, told));
        try {
            return Outcome.of(
                    () -> {
                        run.cancel().check();
                        return run.work().run(latest::send, run.cancel());
                    });
        } catch (Throwable e) {
            return new Outcome.Failed<>(e); // an error of the virtual machine ends a job too
        }
    }

    private void show(Run<?> run, Progress told) {
        if (current.filter(now -> now == run).isPresent()) {
            progress.set(Optional.of(told));
        }
    }

    /** Whoever waits for it not to be running any more finds everything told by then. */
    private <T> void ended(Run<T> run, Outcome<T> outcome) {
        boolean unwanted = superseded;
        Optional<Turns.Turn> before = turn;
        turn = Optional.empty();
        current = Optional.empty();
        progress.set(Optional.empty());
        try {
            if (unwanted) {
                late(run, outcome);
            } else {
                run.onEnd().accept(outcome);
            }
            run.atLast().run();
        } finally {
            goOn();
            before.ifPresent(Turns.Turn::leave);
        }
    }

    /** With the next wish, if there is one and the last one has not begun another. */
    private void goOn() {
        if (current.isPresent()) {
            return;
        }
        Optional<Run<?>> next = Optional.ofNullable(waiting.poll());
        if (next.isPresent()) {
            begin(next.get());
        } else {
            target = Optional.empty();
            running.set(false);
            life.book().ended(this);
        }
    }

    private void dropWaiting() {
        List<Run<?>> dropped = List.copyOf(waiting);
        waiting.clear();
        dropped.forEach(run -> run.atLast().run());
    }

    private static <T> void late(Run<T> run, Outcome<T> outcome) {
        if (outcome instanceof Outcome.Done<T> done) {
            run.late().accept(done.value());
        }
    }

    /** What runs is cancelled and says so; what waits is not begun. */
    public void cancel() {
        Deque<Run<?>> unbegun = new ArrayDeque<>(waiting);
        waiting.clear();
        current.ifPresent(run -> run.cancel().cancel());
        if (inLine.get()) {
            inLine.set(false);
            current.ifPresent(run -> ended(run, new Outcome.Cancelled<>()));
        }
        unbegun.forEach(
                run -> {
                    run.onEnd().accept(new Outcome.Cancelled<>());
                    run.atLast().run();
                });
    }

    /** What was asked for until now is not wanted any more, and nothing of it will be heard. */
    public void forget() {
        if (current.isPresent()) {
            start((listener, cancel) -> Optional.empty(), nothing -> {});
        }
    }

    private void giveUp() {
        if (inLine.get()) {
            leaveLine();
            current.ifPresent(run -> run.atLast().run());
        }
        dropWaiting();
        current.ifPresent(run -> run.cancel().cancel());
        current = Optional.empty();
        progress.set(Optional.empty());
        running.set(false);
        life.book().ended(this);
    }

    /** It went wrong, and the page has no place to say so: the window does. */
    public void tell(Throwable failure) {
        life.book().tell(failure);
    }

    /** Until its end nobody else shall write there. Call it before it is started. */
    public Job writingTo(Path file) {
        target = Optional.of(file.toAbsolutePath());
        return this;
    }

    boolean isWithin(Lifetime span) {
        return life.isWithin(span);
    }

    Optional<Path> target() {
        return target;
    }

    public JobKind kind() {
        return kind;
    }

    /** Whether it is started and another one has the turn. */
    public ReadOnlyBooleanProperty inLine() {
        return inLine.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty running() {
        return running.getReadOnlyProperty();
    }

    /** Empty when nothing is running or nothing has been told yet. */
    public ReadOnlyObjectProperty<Optional<Progress>> progress() {
        return progress.getReadOnlyProperty();
    }
}
