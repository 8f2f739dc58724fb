package app.lacuna.print;

import app.lacuna.common.Secret;
import app.lacuna.messages.MessageBundle;
import java.nio.CharBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

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
     * @param words its code word, or its name in the language
     */
    public record Spelled(String character, Kind kind, String words) {
        /** A part of a password is not shown by chance. */
        @Override
        public String toString() {
            return kind.toString();
        }
    }

    /**
     * @param language of the names of digits and signs; code words are the same in all of them
     */
    public static List<Spelled> spell(Secret password, Locale language) {
        MessageBundle names = new MessageBundle(SpellingAlphabet.class, language);
        return password.withCharacters(characters -> spell(characters, names));
    }

    private static List<Spelled> spell(CharBuffer characters, MessageBundle names) {
        List<Spelled> spelled = new ArrayList<>();
        for (int at = 0; at < characters.length(); ) {
            int code = Character.codePointAt(characters, at);
            spelled.add(spell(code, names));
            at += Character.charCount(code);
        }
        return List.copyOf(spelled);
    }

    private static Spelled spell(int code, MessageBundle names) {
        String written = Character.toString(code);
        if (code >= 'A' && code <= 'Z') {
            return new Spelled(written, Kind.CAPITAL, LETTERS.get(code - 'A'));
        }
        if (code >= 'a' && code <= 'z') {
            return new Spelled(written, Kind.SMALL, LETTERS.get(code - 'a'));
        }
        Kind kind = code >= '0' && code <= '9' ? Kind.DIGIT : Kind.SIGN;
        String key = String.format("sign.%04X", code);
        return new Spelled(written, kind, names.has(key) ? names.text(key) : unicodeName(code));
    }

    private static String unicodeName(int code) {
        String unicode = Character.getName(code);
        return unicode == null
                ? "U+" + Integer.toHexString(code).toUpperCase(Locale.ROOT)
                : unicode.toLowerCase(Locale.ROOT);
    }
}
