package app.lacuna.desktop.window;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;

/** Goes with the real time, and can be moved on. */
public final class MovableClock extends Clock {
    private volatile Duration ahead = Duration.ZERO;

    public void moveOn(Duration duration) {
        ahead = ahead.plus(duration);
    }

    @Override
    public Instant instant() {
        return Instant.now().plus(ahead);
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
