package app.lacuna.desktop.words;

import com.ibm.icu.text.NumberFormat;

/** Sizes in decimal units: one MB is 1,000,000 bytes. */
public final class Sizes {
    private static final String[] UNITS = {"kB", "MB", "GB", "TB", "PB", "EB"};

    /** From here on there is room for three figures without a decimal. */
    private static final double WITHOUT_DECIMALS = 99.95;

    private Sizes() {}

    /** Three figures and a unit at most: "8.4 MB", "412 MB", "1 byte". */
    public static String inWords(long bytes) {
        if (bytes < 1000) {
            return Words.text("size.bytes", bytes);
        }
        double value = bytes;
        int unit = -1;
        do {
            value /= 1000;
            unit++;
        } while ((value < WITHOUT_DECIMALS ? value : Math.rint(value)) >= 1000);
        return Words.text("size." + UNITS[unit], number(value, value < WITHOUT_DECIMALS ? 1 : 0));
    }

    private static String number(double value, int decimals) {
        NumberFormat format = NumberFormat.getInstance(Words.locale());
        format.setMaximumFractionDigits(decimals);
        return format.format(value);
    }
}
