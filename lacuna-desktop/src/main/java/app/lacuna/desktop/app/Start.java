package app.lacuna.desktop.app;

import java.nio.file.InvalidPathException;
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

    /** As the toolkit tells arguments apart: what has a name is not a file. */
    static Start of(String... arguments) {
        Wish wish = Wish.USUAL;
        List<Path> files = new ArrayList<>();
        for (String argument : arguments) {
            if (!argument.matches("(?s)--[^=]+=.*")) {
                try {
                    files.add(Path.of(argument).toAbsolutePath());
                } catch (InvalidPathException e) {
                    continue; // the locale can not name it, which the window says
                }
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
