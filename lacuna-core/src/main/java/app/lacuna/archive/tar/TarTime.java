package app.lacuna.archive.tar;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Instant;

/** Times in extended records: seconds since 1970 with decimals. */
final class TarTime {
    /** More digits than any clock has are taken for a trap. */
    private static final int LONGEST = 64;

    private TarTime() {}

    static Instant parse(String text) {
        if (text.length() > LONGEST || text.indexOf('e') >= 0 || text.indexOf('E') >= 0) {
            throw new NumberFormatException();
        }
        BigDecimal seconds = new BigDecimal(text);
        BigDecimal whole = seconds.setScale(0, RoundingMode.FLOOR);
        long nanos = seconds.subtract(whole).movePointRight(9).longValue();
        return Instant.ofEpochSecond(whole.longValueExact(), nanos);
    }

    static String format(Instant time) {
        BigDecimal seconds =
                BigDecimal.valueOf(time.getEpochSecond())
                        .add(BigDecimal.valueOf(time.getNano(), 9));
        return seconds.signum() == 0 ? "0" : seconds.stripTrailingZeros().toPlainString();
    }
}
