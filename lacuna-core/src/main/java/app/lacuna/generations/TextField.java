package app.lacuna.generations;

/** A field of a line of text: names may contain line ends and tabs. */
final class TextField {
    private TextField() {}

    static String escaped(String text) {
        StringBuilder escaped = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            switch (letter) {
                case '\\' -> escaped.append("\\\\");
                case '\n' -> escaped.append("\\n");
                case '\r' -> escaped.append("\\r");
                case '\t' -> escaped.append("\\t");
                default -> escaped.append(letter);
            }
        }
        return escaped.toString();
    }

    static String unescaped(String text) {
        if (text.indexOf('\\') < 0) {
            return text;
        }
        StringBuilder plain = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            if (letter == '\\' && i + 1 < text.length()) {
                i++;
                letter =
                        switch (text.charAt(i)) {
                            case 'n' -> '\n';
                            case 'r' -> '\r';
                            case 't' -> '\t';
                            default -> text.charAt(i);
                        };
            }
            plain.append(letter);
        }
        return plain.toString();
    }
}
