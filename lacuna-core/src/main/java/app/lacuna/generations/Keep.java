package app.lacuna.generations;

import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.IsoFields;
import java.time.temporal.WeekFields;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/**
 * How many generations are kept: the last ones, and of each of the last days, weeks and months the
 * newest. The newest of all always stays.
 *
 * @param last how many, whenever they were made
 */
public record Keep(int last, int days, int weeks, int months) {
    public static final Keep USUAL = new Keep(14, 0, 0, 0);

    public Keep {
        if (last < 0 || days < 0 || weeks < 0 || months < 0 || last + days + weeks + months == 0) {
            throw new IllegalArgumentException("something is kept");
        }
    }

    /**
     * Those that stay.
     *
     * @param all in their order; the newest last
     */
    public Set<Generation> of(List<Generation> all, ZoneId zone) {
        Set<Generation> kept = new HashSet<>();
        if (all.isEmpty()) {
            return kept;
        }
        kept.add(all.get(all.size() - 1));
        kept.addAll(all.subList(Math.max(0, all.size() - last), all.size()));
        newest(all, days, kept, zone, day -> day);
        newest(all, weeks, kept, zone, Keep::week);
        newest(all, months, kept, zone, day -> day.withDayOfMonth(1));
        return kept;
    }

    private static Object week(LocalDate day) {
        return day.get(IsoFields.WEEK_BASED_YEAR) * 100
                + day.get(WeekFields.ISO.weekOfWeekBasedYear());
    }

    private static void newest(
            List<Generation> all,
            int count,
            Set<Generation> kept,
            ZoneId zone,
            Function<LocalDate, Object> span) {
        Set<Object> seen = new HashSet<>();
        for (int i = all.size() - 1; i >= 0 && seen.size() < count; i--) {
            Generation each = all.get(i);
            if (seen.add(span.apply(each.time().atZone(zone).toLocalDate()))) {
                kept.add(each);
            }
        }
    }
}
