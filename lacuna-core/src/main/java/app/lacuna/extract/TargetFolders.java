package app.lacuna.extract;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Makes the folders on the way to an entry, and never goes through a link on that way. */
final class TargetFolders {
    private final Path base;
    private final Set<Path> known = new HashSet<>();
    private final Set<Path> made = new HashSet<>();

    TargetFolders(Path base) {
        this.base = base;
    }

    /** The folder of these parts, made if needed; empty if a link or a file stands in the way. */
    Optional<Path> ensure(List<String> parts) throws IOException {
        Path folder = base;
        for (String part : parts) {
            folder = folder.resolve(part);
            if (known.contains(folder)) {
                continue;
            }
            if (!Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
                Files.createDirectory(folder);
                made.add(folder);
            } else if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
                return Optional.empty();
            }
            known.add(folder);
        }
        return Optional.of(folder);
    }

    /** The folder that everything goes into was not there before. */
    void baseWasMade() {
        made.add(base);
    }

    /** A folder stands before those in it. */
    List<Path> made() {
        return made.stream().sorted().toList();
    }

    /** Whether it was made here: only such a folder gets the time and permissions of its entry. */
    boolean wasMade(Path folder) {
        return made.contains(folder);
    }
}
