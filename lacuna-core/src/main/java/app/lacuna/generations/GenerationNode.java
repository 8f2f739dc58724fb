package app.lacuna.generations;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** A generation as JSON in the list of its backup. */
final class GenerationNode {
    static final String SUSPECT = "suspect";

    private GenerationNode() {}

    /** Empty if another version of this program has written it: it stays in the list. */
    static Optional<Generation> read(Path folder, JsonNode node) {
        try {
            String id = node.path("id").asText();
            String name = node.path("file").asText();
            Instant time = Generation.timeOf(id);
            if (name.isEmpty() || !Path.of(name).equals(Path.of(name).getFileName())) {
                return Optional.empty();
            }
            Set<String> needs = new HashSet<>();
            node.path("needs").forEach(other -> needs.add(other.asText()));
            String until = node.path("sameUntil").asText("");
            return Optional.of(
                    new Generation(
                            id,
                            Math.max(0, node.path("sequence").asLong(0)),
                            Generation.Kind.valueOf(node.path("kind").asText()),
                            folder.resolve(name),
                            needs,
                            Math.max(0, node.path("contentBytes").asLong()),
                            until.isEmpty() ? time : Instant.parse(until),
                            node.path(SUSPECT).asBoolean(false),
                            stamp(node)));
        } catch (IllegalArgumentException | DateTimeException e) {
            return Optional.empty();
        }
    }

    private static Optional<FileStamp> stamp(JsonNode node) {
        JsonNode size = node.path("verifiedSize");
        String modified = node.path("verifiedModified").asText("");
        return size.isMissingNode() || modified.isEmpty()
                ? Optional.empty()
                : Optional.of(new FileStamp(size.asLong(), Instant.parse(modified)));
    }

    static void write(ObjectNode node, Generation made) {
        node.put("id", made.id());
        node.put("sequence", made.sequence());
        node.put("kind", made.kind().name());
        node.put("file", made.file().getFileName().toString());
        ArrayNode needs = node.putArray("needs");
        made.needs().stream().sorted().forEach(needs::add);
        node.put("contentBytes", made.contentBytes());
        made.stamp().ifPresent(stamp -> put(node, stamp));
    }

    /** It was verified just now. */
    static void stamp(ObjectNode node, Path file) {
        try {
            put(node, FileStamp.of(file));
        } catch (IOException e) {
            node.remove("verifiedSize"); // it is verified again before it is used
        }
    }

    private static void put(ObjectNode node, FileStamp stamp) {
        node.put("verifiedSize", stamp.size());
        node.put("verifiedModified", stamp.modified().toString());
    }
}
