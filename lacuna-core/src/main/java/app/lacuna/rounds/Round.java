package app.lacuna.rounds;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.delivery.page.OpenerKind;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A packing job under a name: what goes in, by which rules, in which form, and where to.
 *
 * @param archiveName may carry {@value #DATE}, which becomes the day
 * @param patterns for what is left out, separated by blanks
 * @param withoutJunk whether caches, thumbnails and lock files are left out
 * @param opener the opener page that comes with it
 */
public record Round(
        String name,
        List<Path> roots,
        String patterns,
        boolean withoutJunk,
        Path folder,
        String archiveName,
        Protection protection,
        Names names,
        Method method,
        Optional<OpenerKind> opener) {
    public static final String DATE = "{date}";

    public Round {
        if (name.isBlank()) {
            throw new IllegalArgumentException("a round has a name");
        }
        roots = List.copyOf(roots);
    }

    public String archiveNameOn(LocalDate day) {
        return archiveName.replace(DATE, day.toString());
    }
}
