package app.lacuna.base;

import java.util.Locale;

/** A number of bytes, written in decimal units: one MB is 1,000,000 bytes. */
public record ByteCount(long bytes) implements Comparable<ByteCount> {
    private static final String[] UNITS = {"kB", "MB", "GB", "TB", "PB", "EB"};

    public ByteCount {
        if (bytes < 0) {
            throw new IllegalArgumentException("a byte count is never negative: " + bytes);
        }
    }

    /** Three figures and a unit at most, such as "8.4 MB", "412 MB", "1 byte". */
    public static String inWords(long bytes) {
        return new ByteCount(bytes).toString();
    }

    @Override
    public int compareTo(ByteCount other) {
        return Long.compare(bytes, other.bytes);
    }

    @Override
    public String toString() {
        if (bytes < 1000) {
            return bytes == 1 ? "1 byte" : bytes + " bytes";
        }
        double value = bytes;
        int unit = -1;
        do {
            value /= 1000;
            unit++;
        } while (rounded(value) >= 1000);
        String digits = String.format(Locale.ROOT, value < 99.95 ? "%.1f" : "%.0f", value);
        return (digits.endsWith(".0") ? digits.substring(0, digits.length() - 2) : digits)
                + " "
                + UNITS[unit];
    }

    private static double rounded(double value) {
        return value < 99.95 ? value : Math.rint(value);
    }
}
