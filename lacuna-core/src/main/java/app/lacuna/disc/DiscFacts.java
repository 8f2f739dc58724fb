package app.lacuna.disc;

import java.time.LocalDate;
import java.util.Optional;

/**
 * What everybody who has a disc may know of it.
 *
 * @param number of the disc, from 1
 * @param count of the set, discs for recovery included
 * @param recoveryDiscs how many of them are for recovery; they come last
 * @param scratchBytes a scratch that the disc repairs by itself, 0 if it can not
 * @param hint that everybody may read
 */
public record DiscFacts(
        DiscLabel label,
        int number,
        int count,
        int recoveryDiscs,
        Spread spread,
        boolean isLocked,
        boolean namesAreHidden,
        long scratchBytes,
        LocalDate date,
        Optional<String> hint) {
    /** How the archive lies on the discs. */
    public enum Spread {
        /** Each disc has an archive of its own. */
        OPEN_ALONE,
        /** One archive lies over all of them. */
        TOGETHER
    }

    public DiscFacts {
        if (number < 1 || number > count || recoveryDiscs < 0 || recoveryDiscs >= count) {
            throw new IllegalArgumentException("no disc of the set");
        }
    }

    /** Whether the disc has nothing but recovery data for others. */
    public boolean isForRecovery() {
        return number > count - recoveryDiscs;
    }

    /** With recovery data for itself. */
    DiscFacts repairing(long bytes) {
        return new DiscFacts(
                label,
                number,
                count,
                recoveryDiscs,
                spread,
                isLocked,
                namesAreHidden,
                bytes,
                date,
                hint);
    }

    /** As it is written on the disc itself. */
    public String name() {
        return label.of(number);
    }
}
