package app.lacuna.concurrent;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;

/**
 * Hands the results of parallel work on in the order in which the work was given, on the thread
 * that gives it. What is under way or waits to be handed on never weighs more than a limit, except
 * that one piece alone may. Call order: {@link #submit} any number of times, {@link #finish},
 * {@link #close}; closing early drops what has not begun; closing the workers waits for what has.
 *
 * @param <T> what one piece of work gives
 */
public final class InOrder<T> implements AutoCloseable {
    /** Receives the results. */
    @FunctionalInterface
    public interface Sink<T> {
        void accept(T result) throws IOException;
    }

    private record Piece<T>(Future<T> future, long weight) {}

    private final Workers workers;
    private final long limit;
    private final Sink<T> sink;
    private final Deque<Piece<T>> pieces = new ArrayDeque<>();
    private long weight;

    /**
     * @param limit in the same unit as the weights, usually bytes
     */
    public InOrder(Workers workers, long limit, Sink<T> sink) {
        this.workers = workers;
        this.limit = limit;
        this.sink = sink;
    }

    /** Waits while too much is under way; what it waits for is handed on meanwhile. */
    public void submit(long pieceWeight, Callable<T> work) throws IOException {
        while (!pieces.isEmpty() && weight + pieceWeight > limit) {
            handOnNext();
        }
        pieces.add(new Piece<>(workers.submit(work), pieceWeight));
        weight += pieceWeight;
        while (!pieces.isEmpty() && pieces.peek().future().isDone()) {
            handOnNext();
        }
    }

    /** Waits for everything. More can be submitted afterwards. */
    public void finish() throws IOException {
        while (!pieces.isEmpty()) {
            handOnNext();
        }
    }

    private void handOnNext() throws IOException {
        Piece<T> piece = pieces.remove();
        weight -= piece.weight();
        sink.accept(result(piece.future()));
    }

    private static <T> T result(Future<T> future) throws IOException {
        boolean interrupted = false;
        try {
            while (true) {
                try {
                    return future.get();
                } catch (InterruptedException e) {
                    interrupted = true; // cancelling goes by tokens, which the work itself checks
                } catch (ExecutionException e) {
                    throw rethrown(requireNonNull(e.getCause()));
                }
            }
        } finally {
            if (interrupted) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private static IOException rethrown(Throwable cause) throws IOException {
        if (cause instanceof IOException failure) {
            return failure;
        }
        if (cause instanceof RuntimeException failure) {
            throw failure;
        }
        if (cause instanceof Error failure) {
            throw failure;
        }
        throw new IllegalStateException(cause);
    }

    @Override
    public void close() {
        pieces.forEach(piece -> piece.future().cancel(false));
        pieces.clear();
        weight = 0;
    }
}
