package app.lacuna.disc;

import app.lacuna.disc.DiscFacts.Spread;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What somebody wants of a set of discs.
 *
 * @param when the time of everything that is made for the discs
 * @param zone for the date that is written on them
 * @param language of the text on them
 * @param hint that everybody may read
 */
public record DiscOrder(
        DiscKind kind,
        Spread spread,
        Recovery recovery,
        DiscLabel label,
        Optional<String> hint,
        Instant when,
        ZoneId zone,
        Locale language) {

    private static final Pattern OPENS_ALONE =
            Pattern.compile("(.+)-(\\d{1,4})of(\\d{1,4})\\.zip", Pattern.CASE_INSENSITIVE);

    /** A disc of such a set. */
    DiscFacts facts(int number, int count, Form form) {
        return new DiscFacts(
                label,
                number,
                count,
                recovery.discs(),
                spread,
                form.isLocked(),
                form.namesAreHidden(),
                0,
                LocalDate.ofInstant(when, zone),
                hint);
    }

    /** What the archive that goes onto the discs is like. */
    public record Form(boolean isLocked, boolean namesAreHidden) {}

    public DiscOrder withRecovery(Recovery other) {
        return new DiscOrder(kind, spread, other, label, hint, when, zone, language);
    }

    /** What the archive, or its part, on a disc is called. */
    public String archiveName(int number, int count) {
        return count == 1
                ? label.text() + ".zip"
                : label.text() + "-" + number + "of" + count + ".zip";
    }

    /** How many discs with an archive of their own there are, told by the name of one of these. */
    public static OptionalInt countIn(String archiveName) {
        Matcher matcher = OPENS_ALONE.matcher(archiveName);
        return matcher.matches()
                ? OptionalInt.of(Integer.parseInt(matcher.group(3)))
                : OptionalInt.empty();
    }

    /** The number among them. */
    public static OptionalInt numberIn(String archiveName) {
        Matcher matcher = OPENS_ALONE.matcher(archiveName);
        return matcher.matches()
                ? OptionalInt.of(Integer.parseInt(matcher.group(2)))
                : OptionalInt.empty();
    }
}
