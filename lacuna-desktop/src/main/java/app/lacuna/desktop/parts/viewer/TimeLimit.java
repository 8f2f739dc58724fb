package app.lacuna.desktop.parts.viewer;

import static java.util.Objects.requireNonNull;

import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * For work of a library that somebody else's file can make endless: it is done in a thread of its
 * own, and nobody waits for it when it is cancelled or takes too long.
 */
final class TimeLimit {
    private static final long LOOKED_EVERY_MS = 20;

    private final Duration longest;

    TimeLimit(Duration longest) {
        this.longest = longest;
    }

    /** Work that looks at its token as often as it can. */
    @FunctionalInterface
    interface Limited<T> {
        T run(CancelToken givenUp) throws IOException;
    }

    /**
     * @throws CancellationException if it was cancelled
     * @throws IOException also if it took too long
     */
    <T> T run(Limited<T> work, CancelToken cancel) throws IOException {
        CancelSource givenUp = new CancelSource();
        FutureTask<T> task = new FutureTask<>(() -> work.run(givenUp));
        Thread thread = new Thread(task, "limited-work");
        thread.setDaemon(true);
        thread.start();
        long end = System.nanoTime() + longest.toNanos();
        try {
            while (true) {
                cancel.check();
                try {
                    return task.get(LOOKED_EVERY_MS, TimeUnit.MILLISECONDS);
                } catch (TimeoutException e) {
                    if (System.nanoTime() - end >= 0) {
                        throw new IOException("it took more than " + longest.toSeconds() + " s");
                    }
                }
            }
        } catch (ExecutionException e) {
            throw asOwn(requireNonNull(e.getCause()));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } finally {
            givenUp.cancel();
        }
    }

    private static IOException asOwn(Throwable cause) {
        if (cause instanceof RuntimeException failure) {
            throw failure;
        }
        if (cause instanceof Error error) {
            throw error;
        }
        return cause instanceof IOException failure ? failure : new IOException(cause);
    }
}
