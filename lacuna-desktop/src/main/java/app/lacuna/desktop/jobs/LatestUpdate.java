package app.lacuna.desktop.jobs;

import java.util.Objects;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

/**
 * Passes updates from background threads to the interface thread. An update replaces an older one
 * that is still waiting, so at most one waits at any time. Safe for use by several threads.
 */
final class LatestUpdate<T> {
    private final Lifetime life;
    private final Consumer<T> show;
    private final AtomicReference<T> waiting = new AtomicReference<>();

    /**
     * @param show receives an update; called on the interface thread
     */
    LatestUpdate(Lifetime life, Consumer<T> show) {
        this.life = life;
        this.show = show;
    }

    /** Schedules an update, which is dropped if the lifetime has ended by then. */
    void send(T update) {
        if (waiting.getAndSet(update) == null) {
            life.tell(() -> show.accept(Objects.requireNonNull(waiting.getAndSet(null))));
        }
    }
}
