package app.lacuna.common;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** The write side of a cancellation. Safe to use from any thread. */
public final class CancelSource implements CancelToken {
    private final Set<Runnable> actions = new LinkedHashSet<>();
    private volatile boolean cancelled;

    /** Cancels; the second call does nothing. */
    public void cancel() {
        List<Runnable> due;
        synchronized (actions) {
            if (cancelled) {
                return;
            }
            cancelled = true;
            due = List.copyOf(actions);
            actions.clear();
        }
        due.forEach(Runnable::run);
    }

    @Override
    public boolean isCancelled() {
        return cancelled;
    }

    @Override
    public Registration onCancel(Runnable action) {
        Runnable own = action::run;
        synchronized (actions) {
            if (!cancelled) {
                actions.add(own);
                return () -> remove(own);
            }
        }
        own.run();
        return () -> {};
    }

    private void remove(Runnable action) {
        synchronized (actions) {
            actions.remove(action);
        }
    }
}
