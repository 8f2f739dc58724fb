package app.lacuna.password;

import app.lacuna.common.Secret;
import com.nulabinc.zxcvbn.Pattern;
import com.nulabinc.zxcvbn.Zxcvbn;
import com.nulabinc.zxcvbn.matchers.Match;
import java.nio.CharBuffer;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Estimates strength as in Wheeler, "zxcvbn: Low-Budget Password Strength Estimation" (USENIX
 * Security 2016), by its authors' method in a Java library. Takes milliseconds, so it does not
 * belong on an interface thread. Safe to use from several threads.
 */
public final class StrengthMeter {
    /** The library's time grows steeply with the length; what stands behind counts as guessed. */
    static final int MEASURED_CHARACTERS = 72;

    private static final int SHORT_BELOW = 8;
    private static final int WORD_LENGTH = 3;

    /** Below a million guesses the reason is worth telling, up to ten thousand million as well. */
    private static final double TOLD_BELOW_LOG10 = 12;

    /** Its dictionaries take a tenth of a second: read once, by whoever measures first. */
    private static final class Library {
        static final Zxcvbn SHARED = new Zxcvbn();

        private Library() {}
    }

    /**
     * @param related words that a guesser would try first: names of files, of the archive, of the
     *     user; taken apart at everything that is no letter or digit
     */
    public Strength of(Secret password, List<String> related) {
        return password.withCharacters(characters -> measure(characters, related));
    }

    private Strength measure(CharBuffer characters, List<String> related) {
        if (!characters.hasRemaining()) {
            return new Strength(0, Optional.of(Weakness.EMPTY));
        }
        int length = Math.min(characters.remaining(), MEASURED_CHARACTERS);
        var measured = Library.SHARED.measure(characters.subSequence(0, length), words(related));
        double log10 = Math.max(0, measured.getGuessesLog10());
        Optional<Weakness> weakness =
                log10 < TOLD_BELOW_LOG10
                        ? weakness(measured.getSequence(), characters.remaining())
                        : Optional.empty();
        measured.wipe();
        return new Strength(log10, weakness);
    }

    private static List<String> words(List<String> related) {
        return related.stream()
                .flatMap(name -> Stream.of(name.split("[^\\p{L}\\p{N}]+")))
                .filter(word -> word.length() >= WORD_LENGTH)
                .map(word -> word.toLowerCase(Locale.ROOT))
                .distinct()
                .toList();
    }

    /** The pattern that covers most of the password is what it is "made of". */
    private static Optional<Weakness> weakness(List<Match> sequence, int length) {
        Optional<Match> main =
                sequence.stream()
                        .filter(match -> match.pattern != Pattern.Bruteforce)
                        .max((a, b) -> Integer.compare(a.tokenLength(), b.tokenLength()));
        if (main.isEmpty() || main.get().tokenLength() * 2 < length) {
            return length < SHORT_BELOW ? Optional.of(Weakness.SHORT) : Optional.empty();
        }
        return Optional.of(weakness(main.get(), sequence.size()));
    }

    private static Weakness weakness(Match match, int parts) {
        return switch (match.pattern) {
            case Date -> Weakness.DATE;
            case Regex -> Weakness.DATE; // the library's only expression is a year
            case Sequence -> Weakness.SEQUENCE;
            case Repeat -> Weakness.REPEAT;
            case Spatial -> Weakness.KEYBOARD;
            default -> word(match, parts);
        };
    }

    private static Weakness word(Match match, int parts) {
        return switch (match.dictionaryName) {
            case "passwords" -> parts == 1 ? Weakness.COMMON_PASSWORD : Weakness.WORD_AND_DIGITS;
            case "user_inputs", "male_names", "female_names", "surnames" -> Weakness.NAME;
            default -> parts == 1 ? Weakness.ONE_WORD : Weakness.WORD_AND_DIGITS;
        };
    }
}
