package app.lacuna.common;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class ProgressMeterTest {
    private final List<Progress> told = new ArrayList<>();
    private long now;

    private ProgressMeter meter() {
        return new ProgressMeter(told::add, Stage.PACKING, 100, 4, () -> now);
    }

    @Test
    void tellsTheBeginningAndTheEnd() {
        ProgressMeter meter = meter();
        meter.addBytes(100);
        meter.finish();
        assertThat(told).hasSize(2);
        assertThat(told.get(0).doneBytes()).isZero();
        assertThat(told.get(1).doneBytes()).isEqualTo(100);
    }

    @Test
    void tellsAtMostOnceInAnInterval() {
        ProgressMeter meter = meter();
        for (int i = 0; i < 100; i++) {
            now += ProgressMeter.INTERVAL.toNanos() / 10;
            meter.addBytes(1);
        }
        assertThat(told).hasSize(1 + 10);
    }

    @Test
    void namesTheItemInWork() {
        ProgressMeter meter = meter();
        now += ProgressMeter.INTERVAL.toNanos();
        meter.startItem("survey/levels.csv");
        assertThat(told.get(1).item()).isEqualTo("survey/levels.csv");
    }

    @Test
    void fractionNeverPassesOne() {
        Progress grown = new Progress(Stage.PACKING, "", 300, 100, 0, 0);
        assertThat(grown.fraction()).isEqualTo(1.0);
        assertThat(new Progress(Stage.PACKING, "", 0, 0, 1, 4).fraction()).isEqualTo(0.25);
        assertThat(new Progress(Stage.PACKING, "", 0, 0, 0, 0).fraction()).isZero();
    }
}
