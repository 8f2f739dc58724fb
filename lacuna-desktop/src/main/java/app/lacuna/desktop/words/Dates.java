package app.lacuna.desktop.words;

import com.ibm.icu.text.DateFormat;
import com.ibm.icu.text.NumberFormat;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.Month;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Date;

/** Dates and durations as they are written where the user lives. */
public final class Dates {
    private static final double WITH_DECIMALS = 9.95;
    private static final double IN_SECONDS = 100;

    private Dates() {}

    public static String day(Instant instant) {
        return as("yMMMd", instant);
    }

    public static String day(LocalDate day) {
        return day(day.atStartOfDay(ZoneId.systemDefault()).toInstant());
    }

    /** How many characters a day has at most. */
    public static int longestDay() {
        int longest = 0;
        for (Month month : Month.values()) {
            longest = Math.max(longest, day(LocalDate.of(2028, month, 28)).length());
        }
        return longest;
    }

    public static String minute(Instant instant) {
        return as("yMMMdjm", instant);
    }

    /** "14:22". */
    public static String timeOfDay(Instant instant) {
        return as("jm", instant);
    }

    /** "today 14:22", "yesterday 14:22", "tomorrow 14:22", or with its day. */
    public static String near(Instant instant, Instant now) {
        ZoneId zone = ZoneId.systemDefault();
        long days =
                ChronoUnit.DAYS.between(
                        LocalDate.ofInstant(now, zone), LocalDate.ofInstant(instant, zone));
        if (days < -1 || days > 1) {
            return minute(instant);
        }
        String day = days < 0 ? "yesterday" : days > 0 ? "tomorrow" : "today";
        return Words.text("near", day, timeOfDay(instant));
    }

    /** "23 Nov". */
    public static String shortDay(Instant instant) {
        return as("MMMd", instant);
    }

    private static String as(String parts, Instant instant) {
        return DateFormat.getInstanceForSkeleton(parts, Words.locale()).format(Date.from(instant));
    }

    /** How long ago something was: "less than a minute", "18 minutes", "12 days". */
    public static String span(Duration duration) {
        long minutes = Math.max(0, duration.toMinutes());
        if (minutes < 1) {
            return Words.text("span.moment");
        }
        if (minutes < 60) {
            return Words.text("span.minutes", minutes);
        }
        return minutes < 24 * 60
                ? Words.text("span.hours", minutes / 60)
                : Words.text("span.days", minutes / (24 * 60));
    }

    /** "6.1 s", "48 s", "3 min", "2 h 5 min". */
    public static String duration(Duration duration) {
        double seconds = duration.toMillis() / 1000.0;
        if (seconds < IN_SECONDS) {
            NumberFormat format = NumberFormat.getInstance(Words.locale());
            int decimals = seconds < WITH_DECIMALS ? 1 : 0;
            format.setMinimumFractionDigits(decimals);
            format.setMaximumFractionDigits(decimals);
            return Words.text("duration.seconds", format.format(seconds));
        }
        long minutes = Math.round(seconds / 60);
        return minutes < 60
                ? Words.text("duration.minutes", minutes)
                : Words.text("duration.hours", minutes / 60, minutes % 60);
    }
}
