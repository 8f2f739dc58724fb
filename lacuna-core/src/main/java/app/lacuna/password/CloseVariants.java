package app.lacuna.password;

import app.lacuna.common.Secret;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Passwords that differ from a typed one by a single mechanical slip, or by the keyboard: a few
 * hundred at most. They are made on this computer, and none of them twice. Whoever asks for them
 * closes them all.
 */
public final class CloseVariants {
    /** More than any slip of a password of usual length gives. */
    static final int MAX = 600;

    private final List<Variant> found = new ArrayList<>();
    private final Secret typed;

    private CloseVariants(Secret typed) {
        this.typed = typed;
    }

    /** In the order of how often they happen, as far as practice tells. */
    public static List<Variant> of(Secret typed) {
        CloseVariants variants = new CloseVariants(typed);
        char[] letters =
                typed.withCharacters(
                        characters -> {
                            char[] copy = new char[characters.length()];
                            characters.get(copy);
                            return copy;
                        });
        try {
            if (letters.length > 0) {
                variants.collect(letters);
            }
            return variants.found;
        } finally {
            Arrays.fill(letters, '\0');
        }
    }

    private void collect(char[] letters) {
        add(inverted(letters), Slip.CAPS_LOCK);
        add(invertedAt(letters, 0), Slip.FIRST_LETTER);
        blanks(letters);
        for (char[] elsewhere : Keyboards.typedElsewhere(letters)) {
            add(inverted(elsewhere), Slip.OTHER_KEYBOARD);
            add(elsewhere, Slip.OTHER_KEYBOARD);
        }
        neighbours(letters);
        for (int i = 1; i < letters.length; i++) {
            add(invertedAt(letters, i), Slip.ONE_CAPITAL);
        }
        for (Normalizer.Form form : Normalizer.Form.values()) {
            add(composed(letters, form), Slip.COMPOSED);
        }
    }

    private void blanks(char[] letters) {
        add(stripped(letters), Slip.BLANKS);
        add(without(letters, Character::isWhitespace), Slip.BLANKS);
        add(joined(letters, new char[] {' '}), Slip.BLANKS);
        add(joined(new char[] {' '}, letters), Slip.BLANKS);
        char[] plain = letters.clone();
        for (int i = 0; i < plain.length; i++) {
            if (Character.isSpaceChar(plain[i])) {
                plain[i] = ' '; // one that does not break lines, out of a word processor
            }
        }
        add(plain, Slip.BLANKS);
    }

    private void neighbours(char[] letters) {
        for (int i = 1; i < letters.length; i++) {
            char[] swapped = letters.clone();
            swapped[i] = letters[i - 1];
            swapped[i - 1] = letters[i];
            add(swapped, Slip.SWAPPED);
            if (letters[i] == letters[i - 1]) {
                add(cut(letters, i), Slip.DOUBLED);
            }
        }
        for (int i = 0; i < letters.length; i++) {
            char[] doubled = Arrays.copyOf(letters, letters.length + 1);
            System.arraycopy(letters, i, doubled, i + 1, letters.length - i);
            add(doubled, Slip.DOUBLED);
        }
    }

    /** Takes the array over, and wipes it if it is nothing new. */
    private void add(char[] letters, Slip slip) {
        Secret secret = Secret.takeOver(letters);
        boolean known =
                letters.length == 0
                        || found.size() >= MAX
                        || typed.sameAs(secret)
                        || found.stream().anyMatch(other -> other.secret().sameAs(secret));
        if (known) {
            secret.close();
        } else {
            found.add(new Variant(secret, slip));
        }
    }

    private static char inverted(char letter) {
        return Character.isUpperCase(letter)
                ? Character.toLowerCase(letter)
                : Character.toUpperCase(letter);
    }

    private static char[] inverted(char[] letters) {
        char[] other = new char[letters.length];
        for (int i = 0; i < letters.length; i++) {
            other[i] = inverted(letters[i]);
        }
        return other;
    }

    private static char[] invertedAt(char[] letters, int index) {
        char[] other = letters.clone();
        other[index] = inverted(letters[index]);
        return other;
    }

    private static char[] stripped(char[] letters) {
        int start = 0;
        int end = letters.length;
        while (start < end && Character.isWhitespace(letters[start])) {
            start++;
        }
        while (end > start && Character.isWhitespace(letters[end - 1])) {
            end--;
        }
        return Arrays.copyOfRange(letters, start, end);
    }

    private static char[] without(char[] letters, java.util.function.IntPredicate unwanted) {
        char[] kept = new char[letters.length];
        int count = 0;
        for (char letter : letters) {
            if (!unwanted.test(letter)) {
                kept[count++] = letter;
            }
        }
        char[] exact = Arrays.copyOf(kept, count);
        Arrays.fill(kept, '\0');
        return exact;
    }

    private static char[] cut(char[] letters, int index) {
        char[] other = Arrays.copyOf(letters, letters.length - 1);
        System.arraycopy(letters, index + 1, other, index, letters.length - index - 1);
        return other;
    }

    private static char[] joined(char[] first, char[] second) {
        char[] both = Arrays.copyOf(first, first.length + second.length);
        System.arraycopy(second, 0, both, first.length, second.length);
        return both;
    }

    /** The library gives a string, which only the memory's own cleaning removes. */
    private static char[] composed(char[] letters, Normalizer.Form form) {
        java.nio.CharBuffer view = java.nio.CharBuffer.wrap(letters);
        return Normalizer.isNormalized(view, form)
                ? new char[0]
                : Normalizer.normalize(view, form).toCharArray();
    }
}
