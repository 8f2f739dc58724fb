package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DosTimeTest {
    @ParameterizedTest
    @CsvSource({
        "1980-01-01T00:00:00Z, 1980-01-01T00:00:00Z",
        "2026-11-24T14:20:31Z, 2026-11-24T14:20:30Z",
        "2107-12-31T23:59:59Z, 2107-12-31T23:59:58Z",
        "1970-01-01T00:00:00Z, 1980-01-01T00:00:00Z",
        "2999-01-01T00:00:00Z, 2107-12-31T23:59:58Z"
    })
    void keepsTwoSecondsBetween1980And2107(Instant given, Instant kept) {
        int encoded = DosTime.encode(given, ZoneOffset.UTC);
        assertThat(DosTime.decode(encoded, ZoneOffset.UTC)).isEqualTo(kept);
    }

    @Test
    void countsInLocalTime() {
        ZoneId zone = ZoneId.of("Europe/Berlin");
        int encoded = DosTime.encode(Instant.parse("2026-07-01T10:00:00Z"), zone);
        assertThat(encoded >>> 11 & 31).isEqualTo(12);
    }

    @Test
    void impossibleDatesBecomeTheFirst() {
        assertThat(DosTime.decode(0, ZoneOffset.UTC))
                .isEqualTo(Instant.parse("1980-01-01T00:00:00Z"));
    }
}
