package app.lacuna.password;

import app.lacuna.base.Secret;
import java.nio.CharBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Reads a password out so that it is understood by telephone: letters by the code words of the
 * International Civil Aviation Organization (ICAO Annex 10, Volume II, 5.2.1.3, the same as in the
 * ITU Radio Regulations, Appendix 14), digits and signs by their names.
 */
public final class SpellingAlphabet {
    private static final List<String> LETTERS =
            List.of(
                    "Alfa",
                    "Bravo",
                    "Charlie",
                    "Delta",
                    "Echo",
                    "Foxtrot",
                    "Golf",
                    "Hotel",
                    "India",
                    "Juliett",
                    "Kilo",
                    "Lima",
                    "Mike",
                    "November",
                    "Oscar",
                    "Papa",
                    "Quebec",
                    "Romeo",
                    "Sierra",
                    "Tango",
                    "Uniform",
                    "Victor",
                    "Whiskey",
                    "X-ray",
                    "Yankee",
                    "Zulu");

    private static final List<String> DIGITS =
            List.of("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine");

    /** As they are called at a keyboard; the rest has its Unicode name. */
    private static final Map<Integer, String> SIGNS =
            Map.ofEntries(
                    Map.entry((int) ' ', "blank"),
                    Map.entry((int) '-', "hyphen"),
                    Map.entry((int) '_', "underscore"),
                    Map.entry((int) '.', "full stop"),
                    Map.entry((int) ',', "comma"),
                    Map.entry((int) '/', "slash"),
                    Map.entry((int) '\\', "backslash"),
                    Map.entry((int) '@', "at sign"),
                    Map.entry((int) '#', "hash"),
                    Map.entry((int) '*', "star"),
                    Map.entry((int) '(', "opening bracket"),
                    Map.entry((int) ')', "closing bracket"));

    private SpellingAlphabet() {}

    /** What kind of character it is, which decides how it is said. */
    public enum Kind {
        CAPITAL,
        SMALL,
        DIGIT,
        SIGN
    }

    /**
     * One character, as it is read out. It is part of a password: it is not kept and not logged.
     *
     * @param character as it is written
     * @param words its code word or name, in English as the alphabet is
     */
    public record Spelled(String character, Kind kind, String words) {
        /** A part of a password is not shown by chance. */
        @Override
        public String toString() {
            return kind.toString();
        }
    }

    public static List<Spelled> spell(Secret password) {
        return password.withCharacters(SpellingAlphabet::spell);
    }

    private static List<Spelled> spell(CharBuffer characters) {
        List<Spelled> spelled = new ArrayList<>();
        for (int at = 0; at < characters.length(); ) {
            int code = Character.codePointAt(characters, at);
            spelled.add(spell(code));
            at += Character.charCount(code);
        }
        return List.copyOf(spelled);
    }

    private static Spelled spell(int code) {
        String written = Character.toString(code);
        if (code >= 'A' && code <= 'Z') {
            return new Spelled(written, Kind.CAPITAL, LETTERS.get(code - 'A'));
        }
        if (code >= 'a' && code <= 'z') {
            return new Spelled(written, Kind.SMALL, LETTERS.get(code - 'a'));
        }
        if (code >= '0' && code <= '9') {
            return new Spelled(written, Kind.DIGIT, DIGITS.get(code - '0'));
        }
        String name = SIGNS.get(code);
        if (name == null) {
            String unicode = Character.getName(code);
            name =
                    unicode == null
                            ? "U+" + Integer.toHexString(code).toUpperCase(Locale.ROOT)
                            : unicode.toLowerCase(Locale.ROOT);
        }
        return new Spelled(written, Kind.SIGN, name);
    }
}
