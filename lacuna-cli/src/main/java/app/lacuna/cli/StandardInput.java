package app.lacuna.cli;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Tells whether the caller has given a standard input. A closed one is descriptor 0 all the same:
 * the first file that Java opens for itself gets the free number, and its bytes would be read for a
 * password.
 */
final class StandardInput {
    private static final Path DESCRIPTOR = Path.of("/proc/self/fd/0");

    private StandardInput() {}

    static boolean isGiven(InputStream in) {
        if (in != System.in) {
            return true; // given by whoever made it
        }
        if ("closed".equals(System.getProperty("lacuna.stdin"))) {
            return false; // the start script has looked
        }
        return !isOfJava(DESCRIPTOR);
    }

    /** Whether it leads to a file of the runtime, or of the program. */
    static boolean isOfJava(Path descriptor) {
        try {
            Path file = Files.readSymbolicLink(descriptor);
            if (!file.isAbsolute() || !Files.isRegularFile(file)) {
                return false; // a pipe, a terminal, a device
            }
            Path home = Path.of(System.getProperty("java.home")).toRealPath();
            return file.toRealPath().startsWith(home) || isOnClassPath(file.toRealPath());
        } catch (IOException | UnsupportedOperationException e) {
            return false; // this system does not tell
        }
    }

    private static boolean isOnClassPath(Path file) {
        for (String part :
                System.getProperty("java.class.path", "").split(java.io.File.pathSeparator)) {
            try {
                if (!part.isEmpty() && Files.isSameFile(Path.of(part), file)) {
                    return true;
                }
            } catch (IOException e) {
                continue; // not there
            }
        }
        return false;
    }
}
