package app.lacuna.concurrent;

import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;

/** The threads of one job. Closing waits until none of them works any more. */
public final class Workers implements AutoCloseable {
    private final ExecutorService threads;
    private final int count;

    private Workers(int count) {
        this.count = count;
        this.threads = Executors.newFixedThreadPool(count, Workers::thread);
    }

    /** One for each processor. */
    public static Workers start() {
        return start(Runtime.getRuntime().availableProcessors());
    }

    public static Workers start(int count) {
        return new Workers(count);
    }

    /** One if there is no use in more. */
    public static Workers start(boolean several) {
        return several ? start() : start(1);
    }

    private static Thread thread(Runnable work) {
        Thread thread = new Thread(work, "lacuna-worker");
        thread.setDaemon(true);
        return thread;
    }

    public int count() {
        return count;
    }

    <T> Future<T> submit(Callable<T> work) {
        return threads.submit(work);
    }

    /**
     * Work that runs is let finish: interrupting a thread that uses a file would close that file
     * for all.
     */
    @Override
    public void close() {
        threads.shutdown();
        boolean interrupted = false;
        while (true) {
            try {
                if (threads.awaitTermination(1, TimeUnit.HOURS)) {
                    break;
                }
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
