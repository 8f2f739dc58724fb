package app.lacuna.desktop.session;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleIntegerProperty;

/**
 * Locks an open archive after a time without use, and as soon as the computer wakes up from having
 * been suspended. It lives by {@link #tick}, which is called about every second.
 */
public final class AutoLockModel {
    /** A clock that jumps by more than this has slept: ticks come every second. */
    static final Duration SUSPENDED = Duration.ofSeconds(45);

    private final Runnable lock;
    private final IntegerProperty minutes = new SimpleIntegerProperty();
    private final ReadOnlyObjectWrapper<Optional<Duration>> left =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<Instant> lastUse = Optional.empty();
    private Optional<Instant> lastTick = Optional.empty();

    /**
     * @param minutes without use; 0 stands for never
     */
    public AutoLockModel(int minutes, Runnable lock) {
        this.minutes.set(minutes);
        this.lock = lock;
        this.minutes.addListener((property, before, now) -> lastTick.ifPresent(this::touched));
    }

    public void start(Instant now) {
        lastUse = Optional.of(now);
        lastTick = Optional.empty();
        show(now);
    }

    public void stop() {
        lastUse = Optional.empty();
        lastTick = Optional.empty();
        left.set(Optional.empty());
    }

    /** The user has done something. */
    public void touched(Instant now) {
        if (lastUse.isPresent()) {
            lastUse = Optional.of(now);
            show(now);
        }
    }

    /**
     * @param busy whether the user waits for something that is under way: it locks when that has
     *     come to its end, unless the computer has slept meanwhile
     */
    public void tick(Instant now, boolean busy) {
        if (lastUse.isEmpty()) {
            return;
        }
        boolean slept =
                lastTick.map(last -> Duration.between(last, now).compareTo(SUSPENDED) > 0)
                        .orElse(false);
        lastTick = Optional.of(now);
        show(now);
        boolean over = left.get().filter(Duration::isZero).isPresent();
        if (slept || (over && !busy)) {
            stop();
            lock.run();
        }
    }

    private void show(Instant now) {
        if (minutes.get() == 0) {
            left.set(Optional.empty());
            return;
        }
        Duration unused = Duration.between(lastUse.orElse(now), now);
        Duration rest = Duration.ofMinutes(minutes.get()).minus(unused);
        left.set(Optional.of(rest.isNegative() ? Duration.ZERO : rest));
    }

    public IntegerProperty minutes() {
        return minutes;
    }

    /** How long until it locks itself; absent if it never does. */
    public ReadOnlyObjectProperty<Optional<Duration>> left() {
        return left.getReadOnlyProperty();
    }
}
