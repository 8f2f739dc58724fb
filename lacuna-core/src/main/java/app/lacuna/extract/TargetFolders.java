package app.lacuna.extract;

import app.lacuna.files.Links;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Makes the folders on the way to an entry, and never goes through a link on that way. */
final class TargetFolders {
    private final Path base;
    private final Set<Path> known = new HashSet<>();
    private final Set<Path> made = new LinkedHashSet<>();

    TargetFolders(Path base) {
        this.base = base;
    }

    /** The folder that everything goes into, with those on the way to it. */
    void makeBase() throws IOException {
        List<Path> missing = new ArrayList<>();
        for (Path at = base; at != null && !Files.exists(at); at = at.getParent()) {
            missing.add(at);
        }
        Collections.reverse(missing);
        for (Path folder : missing) {
            Files.createDirectory(folder);
            made.add(folder);
        }
        if (!Files.isDirectory(base)) {
            throw new FileAlreadyExistsException(base.toString());
        }
    }

    /** Nothing came out: folders that were made for it go again, as far as they are empty. */
    void takeBack() {
        List<Path> all = made();
        for (int i = all.size() - 1; i >= 0; i--) {
            try {
                Files.deleteIfExists(all.get(i));
                made.remove(all.get(i));
            } catch (IOException e) {
                return; // something is in it
            }
        }
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
            } else if (!Links.isFolder(folder)) {
                return Optional.empty();
            }
            known.add(folder);
        }
        return Optional.of(folder);
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
