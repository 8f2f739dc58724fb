package app.lacuna.password;

/**
 * Somebody who has the archive and guesses. The rates are orders of magnitude, from memory of what
 * such hardware reaches (no published source): they move by a factor of two every few years.
 */
public enum Attacker {
    /** Eight cores with vector units, about 125 million compressions of SHA-1 a second each. */
    LAPTOP(1e9),
    /** One large card: about 4e10 compressions of SHA-1 a second. */
    GRAPHICS_CARD(4e10),
    /** A hundred of them. */
    RACK(4e12);

    private final double compressionsPerSecond;

    Attacker(double compressionsPerSecond) {
        this.compressionsPerSecond = compressionsPerSecond;
    }

    /** Compressions of SHA-1. */
    public double compressionsPerSecond() {
        return compressionsPerSecond;
    }

    public double guessesPerSecond(GuessCost cost) {
        return compressionsPerSecond / cost.compressions();
    }
}
