package app.lacuna.desktop.words;

import com.ibm.icu.text.Collator;
import com.ibm.icu.text.Normalizer2;
import java.util.Comparator;
import java.util.function.Predicate;

/**
 * How names are put in order and found, as the language has it (Unicode Collation Algorithm, UTS
 * 10, with the rules of the CLDR). Finding does not mind case and accents: {@code a} finds {@code
 * ä}, and the other way round.
 */
public final class NameOrder {
    private static final Normalizer2 APART = Normalizer2.getNFKDInstance();
    private static final int ASCII = 0x80;

    private NameOrder() {}

    /** Large and small letters are the same, and what is left decides. */
    public static Comparator<String> byName() {
        Collator collator = Collator.getInstance(Words.locale());
        collator.setStrength(Collator.SECONDARY);
        Collator shared = collator.freeze(); // a frozen one may be used by several threads
        return (a, b) -> shared.compare(a, b);
    }

    /** Whether a name has these letters in it. */
    public static Predicate<String> finding(String wanted) {
        String letters = folded(wanted);
        return name -> folded(name).contains(letters);
    }

    /** Without case and accents. */
    static String folded(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (text.charAt(i) >= ASCII) {
                return bare(text);
            }
        }
        return text.toLowerCase(Words.language().locale());
    }

    private static String bare(String text) {
        String apart = APART.normalize(text);
        StringBuilder bare = new StringBuilder(apart.length());
        apart.codePoints()
                .filter(code -> Character.getType(code) != Character.NON_SPACING_MARK)
                .forEach(bare::appendCodePoint);
        return bare.toString().toLowerCase(Words.language().locale()).replace("ß", "ss");
    }
}
