package app.lacuna.disc;

import java.util.Locale;
import java.util.Optional;

/**
 * What a set of discs has to survive.
 *
 * @param discs how many of them may be lost as a whole
 */
public record Recovery(Kind kind, int discs) {
    /** In steps. */
    public enum Kind {
        /** Nothing. */
        NONE,
        /** Each disc has recovery data for itself. */
        SCRATCHES,
        /** Some discs of the set have nothing but recovery data for the others. */
        DISCS
    }

    public static final Recovery NONE = new Recovery(Kind.NONE, 0);
    public static final Recovery SCRATCHES = new Recovery(Kind.SCRATCHES, 0);
    public static final Recovery ONE_DISC = new Recovery(Kind.DISCS, 1);

    /** More would be the same as writing everything many times. */
    public static final int MOST_DISCS = 50;

    public Recovery {
        boolean fits = kind == Kind.DISCS ? discs >= 1 && discs <= MOST_DISCS : discs == 0;
        if (!fits) {
            throw new IllegalArgumentException("not a number of discs that may be lost");
        }
    }

    /** As the command line has it: {@code none}, {@code scratches}, {@code one-disc}, a number. */
    public static Optional<Recovery> named(String name) {
        switch (name.toLowerCase(Locale.ROOT)) {
            case "none":
                return Optional.of(NONE);
            case "scratches":
                return Optional.of(SCRATCHES);
            case "one-disc":
                return Optional.of(ONE_DISC);
            default:
                boolean fits = name.matches("[1-9][0-9]?") && Integer.parseInt(name) <= MOST_DISCS;
                return fits
                        ? Optional.of(new Recovery(Kind.DISCS, Integer.parseInt(name)))
                        : Optional.empty();
        }
    }
}
