package app.lacuna.selection;

import java.util.ArrayList;
import java.util.List;

/**
 * Patterns as one line of text: separated by blanks or commas; one that contains these is in
 * quotes. A comma between braces belongs to its pattern.
 */
public final class PatternText {
    private static final char QUOTE = '"';

    private PatternText() {}

    public static List<String> parse(String text) {
        List<String> patterns = new ArrayList<>();
        StringBuilder pattern = new StringBuilder();
        boolean quoted = false;
        boolean begun = false;
        int braces = 0;
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            boolean escaped =
                    quoted
                            && letter == QUOTE
                            && i + 1 < text.length()
                            && text.charAt(i + 1) == QUOTE;
            if (escaped) {
                pattern.append(QUOTE);
                i++;
            } else if (letter == QUOTE) {
                quoted = !quoted;
                begun = true;
            } else if (!quoted && isSeparator(letter, braces)) {
                add(patterns, pattern, begun);
                begun = false;
                braces = 0;
            } else {
                if (!quoted) {
                    braces += letter == '{' ? 1 : letter == '}' ? -1 : 0;
                }
                pattern.append(letter);
                begun = true;
            }
        }
        add(patterns, pattern, begun);
        return patterns;
    }

    private static boolean isSeparator(char letter, int braces) {
        return Character.isWhitespace(letter) || letter == ',' && braces <= 0;
    }

    private static void add(List<String> patterns, StringBuilder pattern, boolean begun) {
        if (begun && pattern.length() > 0) {
            patterns.add(pattern.toString());
        }
        pattern.setLength(0);
    }

    /** The text that {@link #parse} reads as these patterns. */
    public static String format(List<String> patterns) {
        return String.join(" ", patterns.stream().map(PatternText::quotedIfNeeded).toList());
    }

    private static String quotedIfNeeded(String pattern) {
        boolean plain =
                pattern.indexOf(QUOTE) < 0
                        && pattern.chars().noneMatch(c -> c == ',' || Character.isWhitespace(c));
        return plain ? pattern : QUOTE + pattern.replace("\"", "\"\"") + QUOTE;
    }
}
