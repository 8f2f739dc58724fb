package app.lacuna.job;

import app.lacuna.common.Progress;
import java.time.Duration;
import java.util.Optional;
import java.util.function.LongSupplier;

/** How fast a stage goes, and how long it will take at that speed. Starts anew at each stage. */
public final class Pace {
    private static final Duration TOO_EARLY = Duration.ofMillis(300);

    private final LongSupplier nanoTime;
    private Optional<Progress> first = Optional.empty();
    private long startedAt;

    public Pace() {
        this(System::nanoTime);
    }

    Pace(LongSupplier nanoTime) {
        this.nanoTime = nanoTime;
    }

    /**
     * @param bytesPerSecond 0 when it is too early to tell
     * @param left empty when it is too early to tell
     */
    public record Reading(long bytesPerSecond, Optional<Duration> left) {}

    public Reading at(Progress progress) {
        if (first.isEmpty() || first.get().stage() != progress.stage()) {
            first = Optional.of(progress);
            startedAt = nanoTime.getAsLong();
        }
        Duration spent = Duration.ofNanos(nanoTime.getAsLong() - startedAt);
        long done = progress.doneBytes() - first.get().doneBytes();
        if (spent.compareTo(TOO_EARLY) < 0 || done <= 0) {
            return new Reading(0, Optional.empty());
        }
        double perSecond = done * 1e9 / spent.toNanos();
        long remaining = Math.max(0, progress.totalBytes() - progress.doneBytes());
        return new Reading(
                (long) perSecond,
                Optional.of(Duration.ofMillis((long) (remaining * 1000 / perSecond))));
    }
}
