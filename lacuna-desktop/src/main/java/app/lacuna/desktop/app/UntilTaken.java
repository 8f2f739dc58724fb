package app.lacuna.desktop.app;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/** Keeps what comes, in its order, until there is somebody to take it. */
final class UntilTaken<T> implements Consumer<T> {
    private final List<T> waiting = new ArrayList<>();
    private Optional<Consumer<T>> taker = Optional.empty();

    @Override
    public synchronized void accept(T item) {
        taker.ifPresentOrElse(there -> there.accept(item), () -> waiting.add(item));
    }

    /** From now on, beginning with what has waited. */
    synchronized void goTo(Consumer<T> there) {
        taker = Optional.of(there);
        waiting.forEach(there);
        waiting.clear();
    }
}
