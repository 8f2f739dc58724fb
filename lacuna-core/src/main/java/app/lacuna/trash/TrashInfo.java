package app.lacuna.trash;

import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;

/**
 * The note beside each thing in the trash: "Contents of a trash directory" in version 1.0 of the
 * Trash specification of freedesktop.org. A group "[Trash Info]" with "Path", in the percent
 * encoding of RFC 2396, and "DeletionDate" in local time.
 */
final class TrashInfo {
    static final String ENDING = ".trashinfo";

    private static final String GROUP = "[Trash Info]";
    private static final String PATH = "Path=";
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss");

    private TrashInfo() {}

    /**
     * @param top what the path is told relative to; absent in the trash of the home folder
     */
    static byte[] of(Path original, Optional<Path> top, LocalDateTime when) {
        String path = encoded(original);
        if (top.isPresent()) {
            String start = encoded(top.get());
            path = path.substring(start.endsWith("/") ? start.length() : start.length() + 1);
        }
        String text =
                GROUP
                        + "\n"
                        + PATH
                        + path
                        + "\nDeletionDate="
                        + TIME.format(when.truncatedTo(ChronoUnit.SECONDS))
                        + "\n";
        return text.getBytes(StandardCharsets.US_ASCII);
    }

    /** Byte for byte: names that are no text keep their bytes. */
    private static String encoded(Path path) {
        String encoded = path.toUri().getRawPath();
        boolean slash = encoded.length() > 1 && encoded.endsWith("/");
        return slash ? encoded.substring(0, encoded.length() - 1) : encoded;
    }

    /** Where it came from, if the note can be read and says so. */
    static Optional<Path> original(Path info, Optional<Path> top) {
        try {
            List<String> lines =
                    new String(Files.readAllBytes(info), StandardCharsets.ISO_8859_1)
                            .lines()
                            .toList();
            for (String line : lines) {
                if (line.startsWith(PATH)) {
                    String path = line.substring(PATH.length());
                    String start = top.map(TrashInfo::encoded).orElse("");
                    String absolute = path.startsWith("/") ? path : start + "/" + path;
                    return Optional.of(Path.of(URI.create("file://" + absolute)));
                }
            }
            return Optional.empty();
        } catch (IOException | IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
