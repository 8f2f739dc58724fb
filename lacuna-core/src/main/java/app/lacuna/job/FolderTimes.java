package app.lacuna.job;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Times of folders that were there: whatever is put into one or taken out of it changes its own.
 */
final class FolderTimes {
    private final Set<Path> touched = new HashSet<>();

    /** Something at this place comes or goes. */
    void touched(Path place) {
        if (place.getParent() != null) {
            touched.add(place.getParent());
        }
    }

    Set<Path> all() {
        return touched;
    }

    /** Of those that were touched; deepest first. What can not be given is left. */
    void restore(Map<Path, Instant> times) {
        Map<Path, Instant> deepest =
                new TreeMap<>(
                        Comparator.comparing((Path path) -> -path.getNameCount())
                                .thenComparing(Comparator.naturalOrder()));
        times.forEach(
                (place, time) -> {
                    if (touched.contains(place)) {
                        deepest.put(place, time);
                    }
                });
        deepest.forEach(
                (place, time) -> {
                    try {
                        if (Files.isDirectory(place, LinkOption.NOFOLLOW_LINKS)) {
                            Files.setLastModifiedTime(place, FileTime.from(time));
                        }
                    } catch (IOException e) {
                        return; // its contents are what matters
                    }
                });
    }
}
