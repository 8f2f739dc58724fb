package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Progress;
import app.lacuna.common.Stage;
import java.time.Duration;
import org.junit.jupiter.api.Test;

class PaceTest {
    private long now;
    private final Pace pace = new Pace(() -> now);

    private Pace.Reading at(Stage stage, long milliseconds, long done) {
        now = Duration.ofMillis(milliseconds).toNanos();
        return pace.at(new Progress(stage, "", done, 1_000, 0, 1));
    }

    @Test
    void saysNothingTooEarly() {
        assertThat(at(Stage.PACKING, 0, 0).left()).isEmpty();
        assertThat(at(Stage.PACKING, 200, 100).left()).isEmpty();
    }

    @Test
    void tellsSpeedAndTimeLeft() {
        at(Stage.PACKING, 0, 0);
        Pace.Reading reading = at(Stage.PACKING, 1_000, 250);
        assertThat(reading.bytesPerSecond()).isEqualTo(250);
        assertThat(reading.left()).contains(Duration.ofSeconds(3));
    }

    @Test
    void startsAnewAtTheNextStage() {
        at(Stage.PACKING, 0, 0);
        at(Stage.PACKING, 1_000, 1_000);
        assertThat(at(Stage.PROVING, 1_000, 0).left()).isEmpty();
        assertThat(at(Stage.PROVING, 2_000, 500).bytesPerSecond()).isEqualTo(500);
    }
}
