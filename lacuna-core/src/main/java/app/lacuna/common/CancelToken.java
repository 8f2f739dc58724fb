package app.lacuna.common;

import java.util.concurrent.CancellationException;

/**
 * The read side of a cancellation: one token per job, never used again. Long work calls {@link
 * #check} once per buffer.
 */
public interface CancelToken {
    boolean isCancelled();

    /** Registers something to run once on cancel, at once if that has happened already. */
    Registration onCancel(Runnable action);

    default void check() {
        if (isCancelled()) {
            throw new CancellationException("cancelled");
        }
    }

    /** Closing it takes the action back. */
    interface Registration extends AutoCloseable {
        @Override
        void close();
    }

    /** A token that nobody can cancel. */
    static CancelToken never() {
        return new CancelSource();
    }
}
