package app.lacuna.desktop.jobs;

import java.util.Objects;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

/**
 * Hands news from working threads to the interface thread. What has not been shown when newer news
 * comes is dropped, so at most one piece waits there, however fast they come.
 */
final class Newest<T> {
    private final Lifetime life;
    private final Consumer<T> show;
    private final AtomicReference<T> waiting = new AtomicReference<>();

    /**
     * @param show on the interface thread
     */
    Newest(Lifetime life, Consumer<T> show) {
        this.life = life;
        this.show = show;
    }

    /** From any thread. */
    void tell(T news) {
        if (waiting.getAndSet(news) == null) {
            life.tell(() -> show.accept(Objects.requireNonNull(waiting.getAndSet(null))));
        }
    }
}
