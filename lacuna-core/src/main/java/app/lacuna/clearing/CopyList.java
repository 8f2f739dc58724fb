package app.lacuna.clearing;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.state.StateFile;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Readable copies as they are remembered from start to start. */
final class CopyList {
    private static final int VERSION = 1;
    private static final String COPIES = "copies";

    private final StateFile file;

    CopyList(Path file) {
        this.file = new StateFile(file, VERSION);
    }

    List<ReadableCopy> all() {
        List<ReadableCopy> all = new ArrayList<>();
        try {
            for (JsonNode node : file.read().path(COPIES)) {
                parsed(node).ifPresent(all::add);
            }
        } catch (IOException e) {
            return all; // what can not be read now may be another time
        }
        return all;
    }

    private static Optional<ReadableCopy> parsed(JsonNode node) {
        try {
            return Optional.of(
                    new ReadableCopy(
                            Path.of(URI.create(node.path("path").asText())),
                            ReadableCopy.Kind.valueOf(node.path("kind").asText()),
                            Instant.parse(node.path("since").asText())));
        } catch (RuntimeException e) {
            return Optional.empty(); // of another version: it stays in the file
        }
    }

    /** Those of the lines whose files are there; a file is never in it twice. */
    void add(List<Line> lines) throws IOException {
        Map<String, Line> made = new LinkedHashMap<>();
        for (Line line : lines) {
            String name = line.path().toUri().toString();
            if (line.mark() == Mark.READABLE) {
                made.put(name, line);
            } else if (line.mark() == Mark.GONE) {
                made.remove(name);
            }
        }
        made.values().removeIf(line -> !Files.exists(line.path(), LinkOption.NOFOLLOW_LINKS));
        if (made.isEmpty()) {
            return;
        }
        file.change(
                content -> {
                    ArrayNode copies = content.withArray(COPIES);
                    Set<String> known = new HashSet<>();
                    copies.forEach(node -> known.add(node.path("path").asText()));
                    made.forEach(
                            (name, line) -> {
                                if (known.add(name)) {
                                    ObjectNode node = copies.addObject();
                                    node.put("path", name);
                                    node.put("kind", line.kind());
                                    node.put("since", line.since().toString());
                                }
                            });
                });
    }

    void remove(List<Path> places) {
        Set<String> names = new HashSet<>();
        places.forEach(place -> names.add(place.toAbsolutePath().toUri().toString()));
        try {
            if (file.read().path(COPIES).isEmpty()) {
                return;
            }
            file.change(
                    content -> {
                        ArrayNode kept = content.arrayNode();
                        for (JsonNode node : content.path(COPIES)) {
                            if (!names.contains(node.path("path").asText())) {
                                kept.add(node);
                            }
                        }
                        content.set(COPIES, kept);
                    });
        } catch (IOException e) {
            // it is found to be gone when somebody looks
        }
    }
}
