package app.lacuna.rounds;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.opener.OpenerKind;
import app.lacuna.selection.PatternText;
import app.lacuna.state.StateFile;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Keeps rounds, recent destinations and the last form in one file. Several processes can use it at
 * once; what another version has put there stays. Safe to use from several threads.
 */
public final class RoundStore {
    private static final int VERSION = 1;
    private static final int RECENT = 6;
    private static final String ROUNDS = "rounds";
    private static final String LAST = "lastForm";

    private final StateFile file;
    private final RecentPaths folders;

    /**
     * @param stateFolder where the program keeps its own state
     */
    public RoundStore(Path stateFolder) {
        this.file = new StateFile(stateFolder.resolve("rounds.json"), VERSION);
        this.folders = new RecentPaths("folders", RECENT);
    }

    /** In the order in which they were saved first. What can not be understood is left out. */
    public List<Round> rounds() throws IOException {
        List<Round> rounds = new ArrayList<>();
        for (JsonNode node : file.read().path(ROUNDS)) {
            round(node).ifPresent(rounds::add);
        }
        return rounds;
    }

    /** Under its name, in place of one that has the same. */
    public void save(Round round) throws IOException {
        file.change(
                content -> {
                    ArrayNode rounds = content.withArray(ROUNDS);
                    int same = indexOf(rounds, round.name());
                    // Fields of another version stay in the one that is there.
                    ObjectNode node =
                            same >= 0 && rounds.get(same) instanceof ObjectNode there
                                    ? there
                                    : rounds.addObject();
                    put(node, round);
                });
    }

    /** What is there at that moment, whoever has changed it meanwhile; nothing if it is not. */
    public void change(String name, UnaryOperator<Round> change) throws IOException {
        file.change(
                content -> {
                    ArrayNode rounds = content.withArray(ROUNDS);
                    int same = indexOf(rounds, name);
                    if (same >= 0 && rounds.get(same) instanceof ObjectNode node) {
                        round(node).ifPresent(there -> put(node, change.apply(there)));
                    }
                });
    }

    public void remove(String name) throws IOException {
        file.change(
                content -> {
                    ArrayNode rounds = content.withArray(ROUNDS);
                    int same = indexOf(rounds, name);
                    if (same >= 0) {
                        rounds.remove(same);
                    }
                });
    }

    private static int indexOf(ArrayNode rounds, String name) {
        for (int i = 0; i < rounds.size(); i++) {
            if (rounds.get(i).path("name").asText().equals(name)) {
                return i;
            }
        }
        return -1;
    }

    /** The last one first. */
    public List<Path> recentFolders() throws IOException {
        return folders.in(file.read());
    }

    /** Empty until something has been packed. */
    public Optional<RecentForm> recentForm() throws IOException {
        JsonNode last = file.read().path(LAST);
        try {
            return Optional.of(
                    new RecentForm(
                            Protection.valueOf(last.path("protection").asText()),
                            Names.valueOf(last.path("names").asText()),
                            Method.valueOf(last.path("method").asText())));
        } catch (IllegalArgumentException e) {
            return Optional.empty(); // nothing yet, or of another version
        }
    }

    /** After packing: where to, and in which form. */
    public void used(Path folder, RecentForm form) throws IOException {
        file.change(
                content -> {
                    folders.use(content, folder);
                    ObjectNode last = content.putObject(LAST);
                    last.put("protection", form.protection().name());
                    last.put("names", form.names().name());
                    last.put("method", form.method().name());
                });
    }

    private static Optional<Round> round(JsonNode node) {
        try {
            List<Path> roots = new ArrayList<>();
            node.path("roots").forEach(root -> roots.add(Path.of(root.asText())));
            return Optional.of(
                    new Round(
                            node.path("name").asText(),
                            roots,
                            patterns(node),
                            node.path("withoutJunk").asBoolean(),
                            Path.of(node.path("folder").asText()),
                            node.path("archive").asText(Round.DATE + ".zip"),
                            Protection.valueOf(node.path("protection").asText()),
                            Names.valueOf(node.path("names").asText()),
                            Method.valueOf(node.path("method").asText()),
                            Optional.ofNullable(node.get("opener"))
                                    .map(kind -> OpenerKind.valueOf(kind.asText())),
                            BackupNode.read(node.path("backup"))));
        } catch (IllegalArgumentException | DateTimeException e) {
            return Optional.empty(); // of another version: it stays in the file
        }
    }

    private static List<String> patterns(JsonNode node) {
        if (!node.path("exclude").isArray()) {
            return PatternText.parse(node.path("patterns").asText());
        }
        List<String> patterns = new ArrayList<>();
        node.path("exclude").forEach(pattern -> patterns.add(pattern.asText()));
        return patterns;
    }

    private static void put(ObjectNode node, Round round) {
        node.put("name", round.name());
        ArrayNode roots = node.putArray("roots");
        round.roots().forEach(root -> roots.add(root.toString()));
        node.remove("patterns"); // of version 1: one text
        ArrayNode patterns = node.putArray("exclude");
        round.patterns().forEach(patterns::add);
        node.put("withoutJunk", round.withoutJunk());
        node.put("folder", round.folder().toString());
        node.put("archive", round.archiveName());
        node.put("protection", round.protection().name());
        node.put("names", round.names().name());
        node.put("method", round.method().name());
        node.remove("opener");
        round.opener().ifPresent(kind -> node.put("opener", kind.name()));
        BackupNode.put(node, round.backup());
    }
}
