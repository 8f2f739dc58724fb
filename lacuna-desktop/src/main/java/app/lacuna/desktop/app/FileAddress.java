package app.lacuna.desktop.app;

import java.net.URI;
import java.nio.file.FileSystemNotFoundException;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A file as the address of it (RFC 8089). It names every file exactly, also one whose name is not
 * in the encoding of the system, which a text does not.
 */
final class FileAddress {
    private static final String SCHEME = "file:/";

    private FileAddress() {}

    static String of(Path file) {
        return file.toUri().toString();
    }

    static boolean is(String text) {
        return text.startsWith(SCHEME);
    }

    /** Nothing if it is none, or leads to another computer. */
    static Optional<Path> path(String address) {
        if (!is(address)) {
            return Optional.empty();
        }
        try {
            return Optional.of(Path.of(URI.create(address)));
        } catch (IllegalArgumentException | FileSystemNotFoundException e) {
            return Optional.empty();
        }
    }

    /** What a start is given: an address, or a path as it is typed. */
    static Optional<Path> given(String argument) {
        if (is(argument)) {
            return path(argument);
        }
        try {
            return Optional.of(Path.of(argument).toAbsolutePath());
        } catch (InvalidPathException e) {
            return Optional.empty(); // the locale can not name it, which the window says
        }
    }
}
