package app.lacuna.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class AutoLockModelTest {
    private Instant now = Instant.parse("2026-03-02T10:00:00Z");
    private int locked;
    private final AutoLockModel model = new AutoLockModel(5, () -> locked++);

    private void tick(int seconds, boolean busy) {
        now = now.plusSeconds(seconds);
        model.tick(now, busy);
    }

    private void tickFor(int seconds, boolean busy) {
        for (int i = 0; i < seconds; i += 30) {
            tick(30, busy);
        }
    }

    @Test
    void tick_beforeTheTimeIsOver_showsWhatIsLeft() {
        model.start(now);
        tickFor(270, false);
        assertThat(model.left().get()).contains(Duration.ofSeconds(30));
        assertThat(locked).isZero();
    }

    @Test
    void tick_whenTheTimeIsOver_locksOnce() {
        model.start(now);
        tickFor(300, false);
        assertThat(locked).isEqualTo(1);
        assertThat(model.left().get()).isEmpty();
        tickFor(600, false);
        assertThat(locked).isEqualTo(1);
    }

    @Test
    void tick_whileBusy_locksAsSoonAsTheWorkHasEnded() {
        model.start(now);
        tickFor(600, true);
        assertThat(locked).isZero();
        assertThat(model.left().get()).contains(Duration.ZERO);
        tick(1, false);
        assertThat(locked).isEqualTo(1);
    }

    @Test
    void touched_startsTheTimeAnew() {
        model.start(now);
        tickFor(270, false);
        model.touched(now);
        tickFor(270, false);
        assertThat(locked).isZero();
        tickFor(30, false);
        assertThat(locked).isEqualTo(1);
    }

    /** The limit is 45 seconds between two ticks: exactly that is not yet a suspended computer. */
    @Test
    void tick_afterSleep_locksEvenWhileBusy() {
        model.start(now);
        tick(1, true);
        tick(45, true);
        assertThat(locked).isZero();
        tick(46, true);
        assertThat(locked).isEqualTo(1);
    }

    @Test
    void tick_firstAfterTheStart_isNotTakenForSleep() {
        model.start(now);
        tick(3_000, true);
        assertThat(locked).isZero();
    }

    @Test
    void never_isNeverLockedByTime() {
        model.minutes().set(0);
        model.start(now);
        tickFor(100_000, false);
        assertThat(locked).isZero();
        assertThat(model.left().get()).isEmpty();
        tick(46, false);
        assertThat(locked).as("but by sleep").isEqualTo(1);
    }

    @Test
    void changedTime_countsFromTheChange() {
        model.start(now);
        tickFor(270, false);
        model.minutes().set(1);
        tickFor(30, false);
        assertThat(locked).isZero();
        tickFor(30, false);
        assertThat(locked).isEqualTo(1);
    }

    @Test
    void stop_forgetsTheTime() {
        model.start(now);
        model.stop();
        model.touched(now);
        tickFor(1_000, false);
        assertThat(locked).isZero();
        assertThat(model.left().get()).isEmpty();
    }
}
