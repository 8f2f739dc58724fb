package app.lacuna.generations;

import app.lacuna.state.StateFile;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** The restores in place of a backup, in their order, and which of them were undone. */
public final class RestoreLog {
    /** Part of the name of an archive with what a restore replaced. */
    public static final String BEFORE = "before";

    private static final String RESTORES = "restores";
    private static final String FILE = "file";
    private static final String UNDONE = "undone";
    private static final String SEQUENCE = "sequence";

    private final Path folder;
    private final StateFile list;

    RestoreLog(Path folder, StateFile list) {
        this.folder = folder;
        this.list = list;
    }

    /** Before anything is replaced: the archive of what was there. */
    public void begun(Path before) throws IOException {
        list.change(
                content -> {
                    long number = Math.max(1, content.path("nextSequence").asLong(1));
                    content.put("nextSequence", number + 1);
                    ObjectNode node = content.withArray(RESTORES).addObject();
                    node.put(FILE, before.getFileName().toString());
                    node.put(SEQUENCE, number);
                });
    }

    public void undone(Path before) throws IOException {
        String name = before.getFileName().toString();
        list.change(
                content -> {
                    boolean known = false;
                    for (JsonNode node : content.withArray(RESTORES)) {
                        if (node.path(FILE).asText().equals(name) && node instanceof ObjectNode n) {
                            n.put(UNDONE, true);
                            known = true;
                        }
                    }
                    if (!known) {
                        content.withArray(RESTORES).addObject().put(FILE, name).put(UNDONE, true);
                    }
                });
    }

    /** Archives of restores that can be undone, the latest restore first. */
    public List<Path> undoable() throws IOException {
        Map<String, Long> order = new HashMap<>();
        for (JsonNode node : list.read().path(RESTORES)) {
            boolean undone = node.path(UNDONE).asBoolean(false);
            order.put(node.path(FILE).asText(), undone ? -1 : node.path(SEQUENCE).asLong(0));
        }
        List<Path> found = new ArrayList<>();
        String mark = "-" + BEFORE + ".";
        try (Stream<Path> files = Files.list(folder)) {
            files.filter(file -> file.getFileName().toString().contains(mark))
                    .filter(file -> number(order, file) >= 0)
                    .forEach(found::add);
        }
        found.sort(
                Comparator.comparingLong((Path file) -> number(order, file))
                        .thenComparing(Path::getFileName)
                        .reversed());
        return found;
    }

    /** Older versions wrote no numbers: their restores come before all others. */
    private static long number(Map<String, Long> order, Path file) {
        return order.getOrDefault(file.getFileName().toString(), 0L);
    }
}
