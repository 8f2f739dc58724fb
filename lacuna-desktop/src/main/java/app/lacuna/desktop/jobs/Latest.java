package app.lacuna.desktop.jobs;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;

/**
 * Background work of which only the newest counts: what is asked for while older work still runs
 * makes that one superfluous. Belongs to the interface thread.
 */
public final class Latest {
    private final Threads threads;
    private final AtomicInteger newest = new AtomicInteger();

    /** Work that looks now and then whether it is still wanted. */
    @FunctionalInterface
    public interface Wanted<T> {
        T run(BooleanSupplier stale);
    }

    public Latest(Threads threads) {
        this.threads = threads;
    }

    /**
     * {@code done} is called on the interface thread, unless something newer has been asked for.
     */
    public <T> void run(Wanted<T> work, Consumer<T> done) {
        int own = newest.incrementAndGet();
        threads.background()
                .execute(
                        () -> {
                            if (newest.get() != own) {
                                return;
                            }
                            T result = work.run(() -> newest.get() != own);
                            threads.ui().execute(() -> take(own, result, done));
                        });
    }

    private <T> void take(int own, T result, Consumer<T> done) {
        if (newest.get() == own) {
            done.accept(result);
        }
    }

    /** What is under way will not be heard of any more. */
    public void forget() {
        newest.incrementAndGet();
    }
}
