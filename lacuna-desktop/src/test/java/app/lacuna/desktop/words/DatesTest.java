package app.lacuna.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DatesTest {
    @ParameterizedTest
    @CsvSource({
        "40, 0.0 s",
        "6100, 6.1 s",
        "9960, 10 s",
        "48000, 48 s",
        "180000, 3 min",
        "7500000, 2 h 5 min"
    })
    void durationsHaveUnits(long milliseconds, String words) {
        assertThat(Dates.duration(Duration.ofMillis(milliseconds))).isEqualTo(words);
    }
}
