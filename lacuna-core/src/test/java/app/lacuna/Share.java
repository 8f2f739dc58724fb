package app.lacuna;

import java.time.LocalDate;

/**
 * A share of everything that could be tried, another one each day, so that all of it is tried in a
 * few days; {@code -Dtests.every=1} tries all at once.
 */
public final class Share {
    private Share() {}

    /** Try so many steps apart. */
    public static int every(int usual) {
        return Integer.getInteger("tests.every", usual);
    }

    /** Begin with this one. */
    public static int first(int usual) {
        return (int) (LocalDate.now().toEpochDay() % every(usual));
    }
}
