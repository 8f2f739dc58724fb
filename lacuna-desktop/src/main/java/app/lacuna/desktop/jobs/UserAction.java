package app.lacuna.desktop.jobs;

import app.lacuna.base.CancelSource;
import app.lacuna.base.Outcome;
import app.lacuna.base.Progress;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * One thing the user can have done: at most once at a time, with progress, and it can be cancelled.
 * All methods and properties belong to the interface thread.
 */
public final class UserAction {
    private final Threads threads;
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<Progress>> progress =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final AtomicInteger working = new AtomicInteger();
    private CancelSource cancel = new CancelSource();

    public UserAction(Threads threads) {
        this.threads = threads;
    }

    /** Does nothing while it is running. {@code onEnd} is called on the interface thread. */
    public <T> void start(Work<T> work, Consumer<Outcome<T>> onEnd) {
        if (running.get()) {
            return;
        }
        CancelSource own = new CancelSource();
        cancel = own;
        running.set(true);
        working.incrementAndGet();
        threads.background()
                .execute(
                        () -> {
                            Outcome<T> outcome =
                                    Outcome.of(() -> work.run(told -> show(own, told), own));
                            working.decrementAndGet();
                            threads.ui().execute(() -> end(outcome, onEnd));
                        });
    }

    private void show(CancelSource own, Progress told) {
        threads.ui()
                .execute(
                        () -> {
                            if (running.get() && cancel == own) {
                                progress.set(Optional.of(told));
                            }
                        });
    }

    private <T> void end(Outcome<T> outcome, Consumer<Outcome<T>> onEnd) {
        running.set(false);
        progress.set(Optional.empty());
        onEnd.accept(outcome);
    }

    public void cancel() {
        cancel.cancel();
    }

    /** From any thread: whether the work itself has not come to its end yet. */
    public boolean isWorking() {
        return working.get() > 0;
    }

    public ReadOnlyBooleanProperty running() {
        return running.getReadOnlyProperty();
    }

    /** Empty when nothing is running or nothing has been told yet. */
    public ReadOnlyObjectProperty<Optional<Progress>> progress() {
        return progress.getReadOnlyProperty();
    }
}
