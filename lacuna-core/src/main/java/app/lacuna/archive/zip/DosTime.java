package app.lacuna.archive.zip;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;

/**
 * Date and time of 4.4.6: local time, two seconds fine, 1980 to 2107. The extended timestamp beside
 * it carries the exact second.
 */
final class DosTime {
    private static final int FIRST_YEAR = 1980;
    private static final int LAST_YEAR = FIRST_YEAR + 127;

    private DosTime() {}

    /** Date in the upper, time in the lower 16 bits. Out of range becomes the nearest in range. */
    static int encode(Instant instant, ZoneId zone) {
        LocalDateTime time = LocalDateTime.ofInstant(instant, zone);
        if (time.getYear() < FIRST_YEAR) {
            time = LocalDateTime.of(FIRST_YEAR, 1, 1, 0, 0, 0);
        } else if (time.getYear() > LAST_YEAR) {
            time = LocalDateTime.of(LAST_YEAR, 12, 31, 23, 59, 58);
        }
        return (time.getYear() - FIRST_YEAR) << 25
                | time.getMonthValue() << 21
                | time.getDayOfMonth() << 16
                | time.getHour() << 11
                | time.getMinute() << 5
                | time.getSecond() >> 1;
    }

    static Instant decode(int encoded, ZoneId zone) {
        try {
            return LocalDateTime.of(
                            FIRST_YEAR + (encoded >>> 25),
                            encoded >>> 21 & 15,
                            encoded >>> 16 & 31,
                            encoded >>> 11 & 31,
                            encoded >>> 5 & 63,
                            Math.min(59, (encoded & 31) * 2))
                    .atZone(zone)
                    .toInstant();
        } catch (DateTimeException e) {
            return LocalDateTime.of(FIRST_YEAR, 1, 1, 0, 0).atZone(zone).toInstant();
        }
    }
}
