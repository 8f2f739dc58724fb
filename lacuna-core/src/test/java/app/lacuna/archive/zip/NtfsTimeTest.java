package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** APPNOTE 6.3.10, 4.5.5. */
class NtfsTimeTest {
    private static ByteBuffer fields(Object... shortsAndLongs) {
        ByteBuffer out = ByteBuffer.allocate(100).order(ByteOrder.LITTLE_ENDIAN).putInt(0);
        for (Object each : shortsAndLongs) {
            if (each instanceof Long ticks) {
                out.putLong(ticks);
            } else {
                out.putShort(((Integer) each).shortValue());
            }
        }
        return out.flip();
    }

    @ParameterizedTest
    @ValueSource(strings = {"1601-01-01T00:00:00Z", "1815-06-18T11:00:00Z", "2500-01-01T00:00:00Z"})
    void comesBackAsItWas(String text) {
        long seconds = Instant.parse(text).getEpochSecond();
        assertThat(NtfsTime.canHold(seconds)).isTrue();
        ByteBuffer data = ByteBuffer.wrap(NtfsTime.encode(seconds)).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(NtfsTime.decode(data)).contains(seconds);
    }

    @Test
    void canHold_fromTheYear1601ToAbout30000() {
        assertThat(NtfsTime.canHold(-11_644_473_601L)).isFalse();
        assertThat(NtfsTime.canHold(Long.MAX_VALUE)).isFalse();
        assertThat(NtfsTime.canHold(900_000_000_000L)).isTrue();
    }

    @Test
    void otherTags_arePassedOver() {
        assertThat(NtfsTime.decode(fields(7, 2, 0, 1, 8, 116_444_736_000_000_000L))).contains(0L);
    }

    @Test
    void whatMakesNoSense_isNoTime() {
        assertThat(NtfsTime.decode(fields())).isEmpty();
        assertThat(NtfsTime.decode(fields(1, 24, 5L))).as("shorter than it says").isEmpty();
        assertThat(NtfsTime.decode(fields(1, 8, -1L))).as("before 1601").isEmpty();
        assertThat(NtfsTime.decode(fields(1, 4, 0, 0))).as("no room for a time").isEmpty();
        assertThat(NtfsTime.decode(fields(7, 0))).as("another tag alone").isEmpty();
    }
}
