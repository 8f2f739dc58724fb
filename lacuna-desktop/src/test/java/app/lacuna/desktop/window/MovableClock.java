package app.lacuna.desktop.window;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.function.LongSupplier;

/**
 * A clock that starts at a fixed time and can be moved forward. It runs for real windows only;
 * elsewhere it stands still, so that the speed of the machine changes no result.
 */
public final class MovableClock extends Clock {
    static final Instant START = Instant.parse("2026-12-02T10:00:00Z");

    private final LongSupplier passed;
    private volatile Duration ahead = Duration.ZERO;

    private MovableClock(LongSupplier passed) {
        this.passed = passed;
    }

    public static MovableClock standing() {
        return new MovableClock(() -> 0);
    }

    static MovableClock running() {
        long started = System.nanoTime();
        return new MovableClock(() -> System.nanoTime() - started);
    }

    public void moveOn(Duration duration) {
        ahead = ahead.plus(duration);
    }

    @Override
    public Instant instant() {
        return START.plusNanos(passed.getAsLong()).plus(ahead);
    }

    @Override
    public ZoneId getZone() {
        return ZoneId.systemDefault();
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return this;
    }
}
