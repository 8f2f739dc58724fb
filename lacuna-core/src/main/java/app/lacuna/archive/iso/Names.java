package app.lacuna.archive.iso;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * Identifiers for the children of one folder, each of them once. What a name loses here it keeps in
 * Rock Ridge.
 */
final class Names {
    /** Level 3 allows 30 characters beside separators and version (7.5.1, 10.3). */
    private static final int PRIMARY_CHARACTERS = 30;

    private static final int EXTENSION_CHARACTERS = 8;

    /** Joliet allows 128 bytes, of which ";1" takes four. */
    private static final int JOLIET_CHARACTERS = 62;

    private static final String VERSION = ";1";

    private final Set<String> taken = new HashSet<>();
    private final Map<String, Integer> tried = new HashMap<>();

    static byte[] utf8(String name) {
        return name.getBytes(StandardCharsets.UTF_8);
    }

    /** d-characters (7.4.1), with one dot and a version for files. */
    String primary(String name, boolean folder) {
        String plain =
                Normalizer.normalize(name, Normalizer.Form.NFD)
                        .replaceAll("\\p{M}", "")
                        .toUpperCase(Locale.ROOT);
        int dot = folder ? -1 : plain.lastIndexOf('.');
        String extension =
                dot > 0 ? cut(dCharacters(plain.substring(dot + 1)), EXTENSION_CHARACTERS) : "";
        String base = dCharacters(dot > 0 ? plain.substring(0, dot) : plain);
        int room = PRIMARY_CHARACTERS - (folder ? 0 : EXTENSION_CHARACTERS);
        String end = folder ? "" : "." + extension + VERSION;
        return once(base.isEmpty() ? "_" : base, end, room);
    }

    private static String dCharacters(String text) {
        return text.replaceAll("[^A-Z0-9_]", "_");
    }

    /** UCS-2, without the characters that Joliet keeps for itself. */
    String joliet(String name, boolean folder) {
        String plain = name.replaceAll("[*/:;?\\\\\\p{Cntrl}]", "_");
        int dot = folder ? -1 : plain.lastIndexOf('.');
        boolean extended = dot > 0 && plain.length() - dot <= EXTENSION_CHARACTERS;
        String end = extended ? plain.substring(dot) : "";
        String base = extended ? plain.substring(0, dot) : plain;
        return once(base, end + (folder ? "" : VERSION), JOLIET_CHARACTERS - end.length());
    }

    /** With a number where another one has it already, in whatever case. */
    private String once(String base, String end, int room) {
        String wanted = cut(base, room);
        String key = (wanted + end).toUpperCase(Locale.ROOT);
        if (taken.add(key)) {
            return wanted + end;
        }
        while (true) {
            String number = "_" + tried.merge(key, 1, Integer::sum);
            String other = cut(base, room - number.length()) + number + end;
            if (taken.add(other.toUpperCase(Locale.ROOT))) {
                return other;
            }
        }
    }

    /** Never through the middle of a character. */
    private static String cut(String text, int length) {
        if (text.length() <= length) {
            return text;
        }
        boolean middle = Character.isHighSurrogate(text.charAt(length - 1));
        return text.substring(0, middle ? length - 1 : length);
    }

    /**
     * The order of a directory (9.3): names before extensions, each as if filled up with spaces.
     */
    static int compare(String one, String other) {
        int first = comparePadded(base(one), base(other));
        return first != 0 ? first : comparePadded(rest(one), rest(other));
    }

    private static String base(String id) {
        int dot = id.indexOf('.');
        return dot < 0 ? id : id.substring(0, dot);
    }

    private static String rest(String id) {
        int dot = id.indexOf('.');
        return dot < 0 ? "" : id.substring(dot + 1);
    }

    private static int comparePadded(String one, String other) {
        for (int i = 0; i < Math.max(one.length(), other.length()); i++) {
            int a = i < one.length() ? one.charAt(i) : ' ';
            int b = i < other.length() ? other.charAt(i) : ' ';
            if (a != b) {
                return a - b;
            }
        }
        return 0;
    }
}
