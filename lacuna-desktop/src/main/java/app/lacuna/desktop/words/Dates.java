package app.lacuna.desktop.words;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;

/** Dates and durations as they are written on the page. */
public final class Dates {
    private static final DateTimeFormatter DAY =
            DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);
    private static final DateTimeFormatter MINUTE =
            DateTimeFormatter.ofPattern("d MMM yyyy, HH:mm", Locale.ENGLISH);

    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("HH:mm", Locale.ENGLISH);

    private Dates() {}

    public static String day(Instant instant) {
        return DAY.format(instant.atZone(ZoneId.systemDefault()));
    }

    public static String day(LocalDate day) {
        return DAY.format(day);
    }

    public static String minute(Instant instant) {
        return MINUTE.format(instant.atZone(ZoneId.systemDefault()));
    }

    /** "14:22". */
    public static String timeOfDay(Instant instant) {
        return TIME.format(instant.atZone(ZoneId.systemDefault()));
    }

    /** "6.1 s", "48 s", "3 min", "2 h 5 min". */
    public static String duration(Duration duration) {
        double seconds = duration.toMillis() / 1000.0;
        if (seconds < 9.95) {
            return String.format(Locale.ROOT, "%.1f s", seconds);
        }
        if (seconds < 100) {
            return Math.round(seconds) + " s";
        }
        long minutes = Math.round(seconds / 60);
        return minutes < 60 ? minutes + " min" : minutes / 60 + " h " + minutes % 60 + " min";
    }
}
