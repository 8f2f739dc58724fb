package app.lacuna.password;

/**
 * How long an attacker needs, in seconds. On average half the guesses are enough; the estimate of
 * the guesses is rougher than that, so it is left out.
 *
 * @param secondsLog10 the decimal logarithm; negative for less than a second
 */
public record TimeToGuess(Attacker attacker, double secondsLog10) {
    /** From here on the number says nothing more: the age of the Earth, 4.5e9 years. */
    public static final double AGE_OF_THE_EARTH_LOG10 = Math.log10(4.5e9 * Unit.YEAR.seconds);

    /** In what the time is told. */
    public enum Unit {
        SECOND(1),
        MINUTE(60),
        HOUR(3600),
        DAY(86_400),
        YEAR(31_557_600);

        private final double seconds;

        Unit(double seconds) {
            this.seconds = seconds;
        }
    }

    public static TimeToGuess of(Strength strength, GuessCost cost, Attacker attacker) {
        if (cost == GuessCost.TRADITIONAL) {
            return new TimeToGuess(attacker, 0);
        }
        return new TimeToGuess(
                attacker, strength.guessesLog10() - Math.log10(attacker.guessesPerSecond(cost)));
    }

    /** The largest unit of which it is at least one. */
    public Unit unit() {
        Unit unit = Unit.SECOND;
        for (Unit next : Unit.values()) {
            if (secondsLog10 >= Math.log10(next.seconds)) {
                unit = next;
            }
        }
        return unit;
    }

    /** How many of them; 0 for less than a second. */
    public double count() {
        return secondsLog10 < 0 ? 0 : Math.pow(10, secondsLog10) / unit().seconds;
    }

    public boolean outlastsTheEarth() {
        return secondsLog10 >= AGE_OF_THE_EARTH_LOG10;
    }

    /** From 0, a second, to 1, the age of the Earth, on a logarithmic scale. */
    public double onScale() {
        return Math.max(0, Math.min(1, secondsLog10 / AGE_OF_THE_EARTH_LOG10));
    }
}
