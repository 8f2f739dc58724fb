package app.lacuna.generations;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;

/** When files appeared, changed and vanished, told by one manifest after another. */
public final class History {
    private final Predicate<String> wanted;
    private final Map<String, ManifestLine> known = new HashMap<>();
    private final List<Event> events = new ArrayList<>();
    private boolean first = true;

    /** What has become of a file. */
    public enum Kind {
        /** It is in the first generation there is. */
        THERE,
        APPEARED,
        CHANGED,
        VANISHED
    }

    public record Event(Generation generation, String path, Kind kind) {}

    /**
     * @param wanted by the path in the archive
     */
    public History(Predicate<String> wanted) {
        this.wanted = wanted;
    }

    /** In their order. */
    public void add(Generation generation, Manifest manifest) {
        Set<String> there = new HashSet<>();
        Map<String, Kind> found = new TreeMap<>();
        for (ManifestLine line : manifest.lines()) {
            if (!wanted.test(line.path())) {
                continue;
            }
            there.add(line.path());
            ManifestLine before = known.put(line.path(), line);
            if (before == null) {
                found.put(line.path(), first ? Kind.THERE : Kind.APPEARED);
            } else if (!isSame(before, line)) {
                found.put(line.path(), Kind.CHANGED);
            }
        }
        for (String path : Set.copyOf(known.keySet())) {
            if (!there.contains(path)) {
                known.remove(path);
                found.put(path, Kind.VANISHED);
            }
        }
        found.forEach((path, kind) -> events.add(new Event(generation, path, kind)));
        first = false;
    }

    /** Manifests of version 1 have no digests of links. */
    private static boolean isSame(ManifestLine one, ManifestLine other) {
        boolean comparable = !one.digest().isEmpty() && !other.digest().isEmpty();
        return one.kind() == other.kind()
                && one.size() == other.size()
                && (!comparable || one.digest().equals(other.digest()));
    }

    public List<Event> events() {
        return List.copyOf(events);
    }
}
