package app.lacuna.cli;

/** Names as they can be printed: what would move the cursor or recolour the terminal is spelled. */
final class PrintableName {
    private PrintableName() {}

    static String of(String name) {
        StringBuilder printable = new StringBuilder(name.length());
        name.codePoints()
                .forEach(
                        point -> {
                            int type = Character.getType(point);
                            if (type == Character.CONTROL
                                    || type == Character.FORMAT
                                    || type == Character.LINE_SEPARATOR) {
                                printable.append(String.format("\\u%04x", point));
                            } else {
                                printable.appendCodePoint(point);
                            }
                        });
        return printable.toString();
    }
}
