package app.lacuna.password;

import java.util.ArrayList;
import java.util.List;

/**
 * What the same keys give on keyboards of several countries: row by row, first without and then
 * with Shift. From memory; a key that gives no single character stands as a blank.
 */
final class Keyboards {
    private static final String US =
            "`1234567890-=qwertyuiop[]\\asdfghjkl;'zxcvbnm,./"
                    + "~!@#$%^&*()_+QWERTYUIOP{}|ASDFGHJKL:\"ZXCVBNM<>?";

    private static final String BRITISH =
            "`1234567890-=qwertyuiop[]#asdfghjkl;'zxcvbnm,./"
                    + "¬!\"£$%^&*()_+QWERTYUIOP{}~ASDFGHJKL:@ZXCVBNM<>?";

    private static final String GERMAN =
            "^1234567890ß qwertzuiopü+#asdfghjklöäyxcvbnm,.-"
                    + "°!\"§$%&/()=? QWERTZUIOPÜ*'ASDFGHJKLÖÄYXCVBNM;:_";

    private static final String SWISS =
            "§1234567890' qwertzuiopü $asdfghjklöäyxcvbnm,.-"
                    + "°+\"*ç%&/()=? QWERTZUIOPè!£ASDFGHJKLéàYXCVBNM;:_";

    private static final String FRENCH =
            "²&é\"'(-è_çà)=azertyuiop $*qsdfghjklmùwxcvbn,;:!"
                    + " 1234567890°+AZERTYUIOP £µQSDFGHJKLM%WXCVBN?./§";

    private static final String RUSSIAN =
            "ё1234567890-=йцукенгшщзхъ\\фывапролджэячсмитьбю."
                    + "Ё!\"№;%:?*()_+ЙЦУКЕНГШЩЗХЪ/ФЫВАПРОЛДЖЭЯЧСМИТЬБЮ,";

    static final List<String> ALL = List.of(US, BRITISH, GERMAN, SWISS, FRENCH, RUSSIAN);

    private Keyboards() {}

    /**
     * What the keys that gave these characters on one keyboard give on the others, for each pair of
     * keyboards; without those that would change nothing.
     */
    static List<char[]> typedElsewhere(char[] typed) {
        List<char[]> results = new ArrayList<>();
        for (String from : ALL) {
            for (String to : ALL) {
                char[] other = translated(typed, from, to);
                if (other.length > 0) {
                    results.add(other);
                }
            }
        }
        return results;
    }

    /** Empty if one of the characters is on no key of the first keyboard or of the second. */
    private static char[] translated(char[] typed, String from, String to) {
        char[] other = new char[typed.length];
        boolean changed = false;
        for (int i = 0; i < typed.length; i++) {
            int key = typed[i] == ' ' ? -1 : from.indexOf(typed[i]);
            if (key < 0 && typed[i] != ' ') {
                java.util.Arrays.fill(other, '\0');
                return new char[0];
            }
            other[i] = key < 0 ? ' ' : to.charAt(key);
            changed |= other[i] != typed[i];
        }
        return changed ? other : new char[0];
    }
}
