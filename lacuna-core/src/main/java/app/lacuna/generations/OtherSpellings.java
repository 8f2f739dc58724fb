package app.lacuna.generations;

import app.lacuna.files.CaseFolding;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Places of a snapshot that a file system which ignores case, or the form of characters, lists by
 * another name: what is found there did exist then.
 */
final class OtherSpellings {
    private final Map<String, List<Path>> places = new HashMap<>();

    void add(Path place) {
        places.computeIfAbsent(CaseFolding.of(place), same -> new ArrayList<>(1)).add(place);
    }

    boolean has(Path found) {
        return places.getOrDefault(CaseFolding.of(found), List.of()).stream()
                .anyMatch(place -> !place.equals(found) && isSame(place, found));
    }

    private static boolean isSame(Path one, Path other) {
        try {
            Object key = key(one);
            return key != null ? key.equals(key(other)) : Files.isSameFile(one, other);
        } catch (IOException e) {
            return false; // it is not there by that name
        }
    }

    private static Object key(Path path) throws IOException {
        return Files.readAttributes(path, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS)
                .fileKey();
    }
}
