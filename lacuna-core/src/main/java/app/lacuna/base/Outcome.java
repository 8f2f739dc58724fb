package app.lacuna.base;

import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;

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
}
