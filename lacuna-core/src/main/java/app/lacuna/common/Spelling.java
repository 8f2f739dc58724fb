package app.lacuna.common;

import java.nio.CharBuffer;
import java.text.Normalizer;

/**
 * The ways in which the same letters can be written as characters (Unicode Standard Annex 15): an
 * accented letter is one character, or a letter and an accent. Keyboards and systems differ in it,
 * and to a cipher these are different passwords. New archives get the composed one.
 */
public enum Spelling {
    AS_TYPED,
    COMPOSED,
    DECOMPOSED;

    /** Below it nothing is written otherwise when it is composed (UAX 15, quick check). */
    private static final char FIRST_ACCENT = '\u0300';

    private static final char FIRST_BEYOND_ASCII = '\u0080';

    /**
     * The caller closes it. Where characters have to be put together or taken apart, the library
     * makes a string, which only the memory's cleaning removes.
     */
    public Secret of(Secret typed) {
        return isAlready(typed)
                ? typed.copy()
                : typed.withCharacters(
                        characters ->
                                Secret.takeOver(
                                        Normalizer.normalize(characters, form()).toCharArray()));
    }

    /**
     * Whether the password is written in this way already, so that trying it is trying it twice.
     */
    public boolean isAlready(Secret typed) {
        return this == AS_TYPED || typed.withCharacters(this::isAlready);
    }

    /** The library would make a string of it, so it is not asked where that is not needed. */
    private boolean isAlready(CharBuffer characters) {
        char limit = this == COMPOSED ? FIRST_ACCENT : FIRST_BEYOND_ASCII;
        return characters.chars().allMatch(letter -> letter < limit)
                || Normalizer.isNormalized(characters, form());
    }

    private Normalizer.Form form() {
        return this == COMPOSED ? Normalizer.Form.NFC : Normalizer.Form.NFD;
    }
}
