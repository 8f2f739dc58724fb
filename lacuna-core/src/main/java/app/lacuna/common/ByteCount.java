package app.lacuna.common;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A number of bytes, written in decimal units: one MB is 1,000,000 bytes. */
public record ByteCount(long bytes) implements Comparable<ByteCount> {
    private static final String[] UNITS = {"kB", "MB", "GB", "TB", "PB", "EB"};

    private static final Pattern WITH_UNIT =
            Pattern.compile("(\\d+(?:\\.\\d+)?) ?([KMGT]i?)?B?", Pattern.CASE_INSENSITIVE);

    public ByteCount {
        if (bytes < 0) {
            throw new IllegalArgumentException("a byte count is never negative: " + bytes);
        }
    }

    /** Three figures and a unit at most, such as "8.4 MB", "412 MB", "1 byte". */
    public static String inWords(long bytes) {
        return new ByteCount(bytes).toString();
    }

    /** From 1,000 bytes on with the decimal sign of that language; less is told in English. */
    public static String inWords(long bytes, Locale language) {
        return new ByteCount(bytes).words(language);
    }

    @Override
    public int compareTo(ByteCount other) {
        return Long.compare(bytes, other.bytes);
    }

    @Override
    public String toString() {
        return words(Locale.ROOT);
    }

    private String words(Locale language) {
        if (bytes < 1000) {
            return bytes == 1 ? "1 byte" : bytes + " bytes";
        }
        double value = bytes;
        int unit = -1;
        do {
            value /= 1000;
            unit++;
        } while (rounded(value) >= 1000);
        String digits = String.format(language, value < 99.95 ? "%.1f" : "%.0f", value);
        return (digits.matches("\\d+\\D0") ? digits.substring(0, digits.length() - 2) : digits)
                + " "
                + UNITS[unit];
    }

    private static double rounded(double value) {
        return value < 99.95 ? value : Math.rint(value);
    }

    /**
     * Bytes, or a number with a unit: MB and its like are decimal, MiB and its like binary.
     *
     * @throws NumberFormatException if it is neither
     */
    public static ByteCount parse(String text) {
        Matcher matcher = WITH_UNIT.matcher(text.trim());
        if (!matcher.matches()) {
            throw new NumberFormatException("no size");
        }
        String prefix = matcher.group(2) == null ? "" : matcher.group(2).toUpperCase(Locale.ROOT);
        long unit = 1;
        for (int i = 0; i < " KMGT".indexOf(prefix.isEmpty() ? ' ' : prefix.charAt(0)); i++) {
            unit *= prefix.endsWith("I") ? 1024 : 1000;
        }
        BigDecimal bytes = new BigDecimal(matcher.group(1)).multiply(BigDecimal.valueOf(unit));
        try {
            return new ByteCount(bytes.setScale(0, RoundingMode.DOWN).longValueExact());
        } catch (ArithmeticException e) {
            throw new NumberFormatException("too large");
        }
    }
}
