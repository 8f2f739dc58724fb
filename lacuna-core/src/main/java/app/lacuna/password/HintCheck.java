package app.lacuna.password;

import app.lacuna.common.Secret;
import java.nio.CharBuffer;
import java.util.Locale;

/** A hint that gives the password away is no hint. */
public final class HintCheck {
    /** Shorter passwords occur in any text by chance. */
    private static final int TOO_SHORT = 4;

    private HintCheck() {}

    /**
     * Whether the hint contains the password, or something so near it that a guesser would try it:
     * other case, signs left out, backwards, or one character in five another one.
     */
    public static boolean givesAway(String hint, Secret password) {
        return password.withCharacters(characters -> givesAway(hint, characters));
    }

    private static boolean givesAway(String hint, CharBuffer characters) {
        char[] secret = bare(characters);
        char[] text = bare(CharBuffer.wrap(hint));
        try {
            if (secret.length < TOO_SHORT) {
                return secret.length > 0 && hint.strip().contentEquals(characters);
            }
            if (contains(text, secret)) {
                return true;
            }
            reverse(secret);
            return contains(text, secret);
        } finally {
            java.util.Arrays.fill(secret, '\0');
        }
    }

    /** Letters and digits only, all small. */
    private static char[] bare(CharBuffer characters) {
        char[] bare = new char[characters.length()];
        int length = 0;
        for (int i = 0; i < characters.length(); i++) {
            char c = characters.charAt(i);
            if (Character.isLetterOrDigit(c)) {
                bare[length++] = String.valueOf(c).toLowerCase(Locale.ROOT).charAt(0);
            }
        }
        char[] cut = java.util.Arrays.copyOf(bare, length);
        java.util.Arrays.fill(bare, '\0');
        return cut;
    }

    /** In place, so that there is nothing more to wipe. */
    private static void reverse(char[] characters) {
        for (int i = 0, j = characters.length - 1; i < j; i++, j--) {
            char kept = characters[i];
            characters[i] = characters[j];
            characters[j] = kept;
        }
    }

    private static boolean contains(char[] text, char[] secret) {
        int allowed = secret.length / 5;
        for (int at = 0; at + secret.length <= text.length; at++) {
            int different = 0;
            for (int i = 0; i < secret.length && different <= allowed; i++) {
                different += text[at + i] == secret[i] ? 0 : 1;
            }
            if (different <= allowed) {
                return true;
            }
        }
        return false;
    }
}
