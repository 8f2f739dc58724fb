package app.lacuna.desktop.places.pack;

import app.lacuna.base.CancelToken;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/** Lets one packing job run after the other, in the order in which they were started. */
public final class JobTurns {
    private static final int LOOK_EVERY_MILLIS = 100;

    private final Semaphore turn = new Semaphore(1, true);

    /** Something that takes its turn. */
    @FunctionalInterface
    interface Job<T> {
        T run() throws IOException;
    }

    /** Waits for its turn; cancelling ends the waiting too. */
    <T> T inTurn(CancelToken cancel, Runnable begun, Job<T> job) throws IOException {
        while (!tryTurn()) {
            cancel.check();
        }
        try {
            begun.run();
            return job.run();
        } finally {
            turn.release();
        }
    }

    private boolean tryTurn() {
        try {
            return turn.tryAcquire(LOOK_EVERY_MILLIS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException e) {
            return false; // cancelling goes by tokens
        }
    }
}
