package app.lacuna.desktop.app;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * What a start is asked for, on the command line or from a file manager.
 *
 * @param files absolute, in the order given
 */
public record Start(Wish wish, List<Path> files) {
    /** What the files are there for. */
    public enum Wish {
        /** Archives are opened, everything else is packed. */
        USUAL,
        PACK,
        OPEN,
        /** An archive is taken out beside itself, as soon as its password is known. */
        UNPACK
    }

    private static final String WISH = "--do=";
    private static final String FILES_ONLY = "--";

    public Start {
        files = List.copyOf(files);
    }

    static Start usual(Path... files) {
        return new Start(Wish.USUAL, List.of(files));
    }

    /** The argument that asks for it. */
    public static String argument(Wish wish) {
        return WISH + wish.name().toLowerCase(Locale.ROOT);
    }

    /** As the toolkit tells arguments apart: what has a name is not a file, up to two dashes. */
    static Start of(String... arguments) {
        Wish wish = Wish.USUAL;
        List<Path> files = new ArrayList<>();
        boolean filesOnly = false;
        for (String argument : arguments) {
            if (!filesOnly && argument.equals(FILES_ONLY)) {
                filesOnly = true;
            } else if (filesOnly || !argument.matches("(?s)--[^=]+=.*")) {
                FileAddress.given(argument).ifPresent(files::add);
            } else if (argument.startsWith(WISH)) {
                wish =
                        Stream.of(Wish.values())
                                .filter(each -> argument(each).equals(argument))
                                .findFirst()
                                .orElse(wish);
            }
        }
        return new Start(wish, files);
    }
}
