package app.lacuna.password;

import java.util.Optional;

/**
 * How many guesses a good guesser needs.
 *
 * @param guessesLog10 the decimal logarithm of their number
 * @param weakness the main reason why it is not more, if there is one worth telling
 */
public record Strength(double guessesLog10, Optional<Weakness> weakness) {
    /** A password made at random out of so many equally likely ones. */
    public static Strength ofRandom(double possibleLog10) {
        return new Strength(possibleLog10, Optional.empty());
    }
}
