package app.lacuna.desktop.words;

import app.lacuna.password.TimeToGuess;
import com.ibm.icu.text.NumberFormat;

/** Times that span from nothing to the age of the Earth, in words. */
public final class GuessTimes {
    private static final double THOUSAND = 1_000;
    private static final double MILLION = 1_000_000;

    private GuessTimes() {}

    /** "less than a second", "40 minutes", "2,400 years", "9 million years". */
    public static String words(TimeToGuess time) {
        if (time.outlastsTheEarth()) {
            return Words.text("time.earth");
        }
        double count = time.count();
        if (count == 0) {
            return Words.text("time.nothing");
        }
        return Words.text("time." + time.unit(), rounded(count), count < 1.5 ? 1 : 2);
    }

    /** Guesses a second: "20 million". */
    public static String rate(double perSecond) {
        return rounded(perSecond);
    }

    /** Two figures: nothing here is known better. */
    private static String rounded(double count) {
        if (count >= MILLION * THOUSAND) {
            return figures(count / MILLION / THOUSAND) + " " + Words.text("number.billion");
        }
        if (count >= MILLION) {
            return figures(count / MILLION) + " " + Words.text("number.million");
        }
        return figures(count);
    }

    private static String figures(double value) {
        double step = Math.pow(10, Math.max(0, Math.floor(Math.log10(Math.max(1, value))) - 1));
        return NumberFormat.getIntegerInstance(Words.locale())
                .format(Math.max(1, Math.round(value / step) * step));
    }
}
