package app.lacuna.desktop.places.pack;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The chosen files and folders, and what was removed of what they contain. Of many files each
 * change takes a while: make it in the background.
 *
 * @param roots in the order in which they were chosen
 * @param removed places on disk that are left out with everything below them
 */
record ChosenFiles(List<Path> roots, Set<Path> removed) {
    static final ChosenFiles NONE = new ChosenFiles(List.of(), Set.of());

    /** What was removed before and is chosen again comes back. */
    ChosenFiles with(List<Path> paths) {
        Set<Path> added = new LinkedHashSet<>();
        paths.forEach(path -> added.add(path.toAbsolutePath()));
        Set<Path> all = new LinkedHashSet<>(roots);
        all.addAll(added);
        Set<Path> left = new HashSet<>(removed);
        if (!left.isEmpty()) {
            Set<Path> above = new HashSet<>();
            added.forEach(root -> withParents(root).forEach(above::add));
            left.removeIf(
                    gone -> above.contains(gone) || withParents(gone).anyMatch(added::contains));
        }
        return new ChosenFiles(List.copyOf(all), Set.copyOf(left));
    }

    /**
     * What was chosen itself is chosen no more.
     *
     * @param places on disk
     * @param rootOf the chosen files and folders by where they are without links
     */
    ChosenFiles without(List<Path> places, Map<Path, Path> rootOf) {
        Set<Path> all = new LinkedHashSet<>(roots);
        Set<Path> gone = new HashSet<>(removed);
        for (Path place : places) {
            Path root = rootOf.getOrDefault(place, place);
            boolean chosen = all.remove(root);
            if (!chosen || withParents(root).skip(1).anyMatch(all::contains)) {
                gone.add(place);
            }
        }
        return new ChosenFiles(List.copyOf(all), Set.copyOf(gone));
    }

    ChosenFiles bringingBack(Path place) {
        Set<Path> left = new HashSet<>(removed);
        left.remove(place);
        return new ChosenFiles(roots, Set.copyOf(left));
    }

    private static Stream<Path> withParents(Path path) {
        return Stream.iterate(path, Objects::nonNull, Path::getParent);
    }
}
