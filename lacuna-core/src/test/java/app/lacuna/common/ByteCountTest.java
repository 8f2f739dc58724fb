package app.lacuna.common;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ByteCountTest {
    @ParameterizedTest
    @CsvSource({
        "0, 0 bytes",
        "1, 1 byte",
        "999, 999 bytes",
        "1000, 1 kB",
        "8400000, 8.4 MB",
        "11840000, 11.8 MB",
        "99940, 99.9 kB",
        "99950, 100 kB",
        "412000000, 412 MB",
        "999499, 999 kB",
        "999500, 1 MB",
        "999950000, 1 GB",
        "9223372036854775807, 9.2 EB"
    })
    void writesDecimalUnits(long bytes, String words) {
        assertThat(ByteCount.inWords(bytes)).isEqualTo(words);
    }

    @Test
    void refusesNegativeCounts() {
        assertThatThrownBy(() -> new ByteCount(-1)).isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({
        "25000000, 25000000",
        "25MB, 25000000",
        "25 mb, 25000000",
        "24MiB, 25165824",
        "1.5GB, 1500000000",
        "100KiB, 102400",
        "700 M, 700000000",
        "2TB, 2000000000000",
        "7B, 7"
    })
    void readsSizesWithUnits(String text, long bytes) {
        assertThat(ByteCount.parse(text)).isEqualTo(new ByteCount(bytes));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "MB", "-5", "5 apples", "1e9", "99999999999999999999", "0x10"})
    void refusesWhatIsNoSize(String text) {
        assertThatThrownBy(() -> ByteCount.parse(text)).isInstanceOf(NumberFormatException.class);
    }
}
