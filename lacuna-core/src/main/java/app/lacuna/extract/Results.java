package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;

/**
 * What has become of the entries so far: written down the moment it is so, by any thread, so that
 * it is complete however the extraction ends.
 */
final class Results {
    private final Map<Integer, ExtractedEntry> byIndex = new ConcurrentHashMap<>();
    private final ConcurrentLinkedQueue<Path> withoutAttributes = new ConcurrentLinkedQueue<>();

    void add(ExtractedEntry result) {
        byIndex.put(result.entry().index(), result);
    }

    /** It came out, and its time or permissions could not be given to it. */
    void attributesLost(Path place) {
        withoutAttributes.add(place);
    }

    List<Path> withoutAttributes() {
        return List.copyOf(withoutAttributes);
    }

    /** What has come out so far. */
    List<ExtractedEntry> cameOut() {
        return byIndex.values().stream()
                .filter(result -> result.result().cameOut() && result.target().isPresent())
                .toList();
    }

    /** One for each entry, in the order that they were asked for. */
    List<ExtractedEntry> of(List<ArchiveEntry> entries) {
        List<ExtractedEntry> all = new ArrayList<>(entries.size());
        for (ArchiveEntry entry : entries) {
            ExtractedEntry result = byIndex.get(entry.index());
            all.add(result == null ? ExtractedEntry.notReached(entry) : result);
        }
        return all;
    }
}
