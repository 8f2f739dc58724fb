package app.lacuna.common;

import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;

/** How a job ended: exactly one of three ways. */
public sealed interface Outcome<T> {

    record Done<T>(T value) implements Outcome<T> {}

    record Cancelled<T>() implements Outcome<T> {}

    record Failed<T>(Throwable cause) implements Outcome<T> {}

    /**
     * Runs the work and tells how it ended. Too little memory is one of the ways; other errors of
     * the virtual machine are not swallowed.
     */
    static <T> Outcome<T> of(Callable<T> work) {
        try {
            return new Done<>(work.call());
        } catch (CancellationException e) {
            return new Cancelled<>();
        } catch (Exception | OutOfMemoryError e) {
            return new Failed<>(e);
        }
    }

    /** Calls exactly one of the three. */
    default void match(
            Consumer<? super T> done, Runnable cancelled, Consumer<? super Throwable> failed) {
        if (this instanceof Done<T> ended) {
            done.accept(ended.value());
        } else if (this instanceof Failed<T> ended) {
            failed.accept(ended.cause());
        } else {
            cancelled.run();
        }
    }

    /**
     * Calls exactly one of the two.
     *
     * @param notDone gets a {@link CancellationException} if the job was cancelled
     */
    default void match(Consumer<? super T> done, Consumer<? super Throwable> notDone) {
        match(done, () -> notDone.accept(new CancellationException()), notDone);
    }
}
