package app.lacuna.desktop.window;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;

/** Starts at the same time in every run, goes on like a real clock, and can be moved on. */
public final class MovableClock extends Clock {
    static final Instant START = Instant.parse("2026-12-02T10:00:00Z");

    private final long started = System.nanoTime();
    private volatile Duration ahead = Duration.ZERO;

    public void moveOn(Duration duration) {
        ahead = ahead.plus(duration);
    }

    @Override
    public Instant instant() {
        return START.plusNanos(System.nanoTime() - started).plus(ahead);
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
