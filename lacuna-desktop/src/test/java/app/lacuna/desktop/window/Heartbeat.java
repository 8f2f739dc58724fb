package app.lacuna.desktop.window;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;

/**
 * Asks the interface thread for an answer every few milliseconds, and measures how much of its own
 * work lies between two answers. Its processor time is counted, not that of the clock: on a machine
 * with other work to do it has to wait although nothing holds it.
 */
final class Heartbeat implements AutoCloseable {
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final ScheduledExecutorService beats = Executors.newSingleThreadScheduledExecutor();
    private final AtomicBoolean asked = new AtomicBoolean();
    private final AtomicLong longest = new AtomicLong();
    private long before = -1;

    Heartbeat() {
        beats.scheduleAtFixedRate(this::ask, 0, 5, TimeUnit.MILLISECONDS);
    }

    private void ask() {
        if (asked.compareAndSet(false, true)) {
            Platform.runLater(this::answer);
        }
    }

    private void answer() {
        long now = THREADS.getCurrentThreadCpuTime();
        if (before >= 0) {
            longest.accumulateAndGet(now - before, Math::max);
        }
        before = now;
        asked.set(false);
    }

    /** The longest work since the last time this was asked. */
    long longestMillis() {
        return TimeUnit.NANOSECONDS.toMillis(longest.getAndSet(0));
    }

    @Override
    public void close() {
        beats.shutdownNow();
    }
}
