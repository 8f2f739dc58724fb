package app.lacuna.looseends;

import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;

/**
 * Which files of a folder other programs have open to write in them, as far as the system tells:
 * Linux does, of the programs of the same user (proc(5): "/proc/pid/fd", "/proc/pid/fdinfo").
 */
final class OpenElsewhere {
    private static final Path PROCESSES = Path.of("/proc");

    private OpenElsewhere() {}

    static Set<Path> toWrite(Path folder) {
        Set<Path> open = new HashSet<>();
        if (!Files.isDirectory(PROCESSES.resolve("self/fd"))) {
            return open;
        }
        try (DirectoryStream<Path> processes = Files.newDirectoryStream(PROCESSES, "[0-9]*")) {
            for (Path process : processes) {
                addOf(process, folder, open);
            }
        } catch (IOException | DirectoryIteratorException e) {
            return open;
        }
        return open;
    }

    private static void addOf(Path process, Path folder, Set<Path> open) {
        try (DirectoryStream<Path> files = Files.newDirectoryStream(process.resolve("fd"))) {
            for (Path file : files) {
                addIfWritten(process, file, folder, open);
            }
        } catch (IOException | DirectoryIteratorException e) {
            return; // of somebody else, or just ended
        }
    }

    private static void addIfWritten(Path process, Path file, Path folder, Set<Path> open) {
        try {
            Path place = Files.readSymbolicLink(file);
            if (place.startsWith(folder)
                    && isWritten(process.resolve("fdinfo").resolve(file.getFileName()))) {
                open.add(place);
            }
        } catch (IOException e) {
            return; // closed meanwhile
        }
    }

    /** The last octal digit of the flags is the way it was opened: 0 only to read (open(2)). */
    private static boolean isWritten(Path info) throws IOException {
        for (String line : Files.readAllLines(info)) {
            if (line.startsWith("flags:")) {
                char mode = line.charAt(line.length() - 1);
                return (mode - '0' & 3) != 0;
            }
        }
        return true;
    }
}
