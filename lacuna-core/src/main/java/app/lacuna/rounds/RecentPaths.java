package app.lacuna.rounds;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** The paths that were used last, the last one first, as a list in a file of state. */
record RecentPaths(String field, int most) {
    List<Path> in(JsonNode content) {
        List<Path> paths = new ArrayList<>();
        for (JsonNode node : content.path(field)) {
            try {
                paths.add(Path.of(node.asText()));
            } catch (InvalidPathException e) {
                continue; // written on another system, or by hand
            }
        }
        return paths;
    }

    void use(ObjectNode content, Path path) {
        List<Path> paths = in(content);
        paths.remove(path);
        paths.add(0, path);
        write(content, paths.subList(0, Math.min(most, paths.size())));
    }

    void forget(ObjectNode content, Path path) {
        List<Path> paths = in(content);
        paths.remove(path);
        write(content, paths);
    }

    private void write(ObjectNode content, List<Path> paths) {
        ArrayNode list = content.putArray(field);
        paths.forEach(path -> list.add(path.toString()));
    }
}
