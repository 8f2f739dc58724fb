package app.lacuna.disc.drive;

import app.lacuna.disc.DiscKind;
import app.lacuna.state.StateFile;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Sets of discs whose images have been written and that are not all burned: what has been done of
 * them, so that somebody can go on another day. No names of what is in them, no passwords.
 */
public final class BurnList {
    private static final int VERSION = 1;
    private static final int MOST = 20;
    private static final String SETS = "sets";

    private final StateFile file;

    /**
     * @param stateFolder where the program keeps its own state
     */
    public BurnList(Path stateFolder) {
        this.file = new StateFile(stateFolder.resolve("discs.json"), VERSION);
    }

    /** The one that was begun last first. */
    public List<BurnSet> sets() throws IOException {
        List<BurnSet> sets = new ArrayList<>();
        for (JsonNode node : file.read().path(SETS)) {
            read(node).ifPresent(sets::add);
        }
        return sets;
    }

    /** Adds it, or puts it in the place of what was known of the same images. */
    public void put(BurnSet set) throws IOException {
        file.change(
                content -> {
                    ArrayNode before = content.withArray(SETS);
                    ArrayNode after = content.putArray(SETS);
                    write(after.addObject(), set);
                    for (JsonNode node : before) {
                        boolean same = read(node).filter(known -> known.isSameAs(set)).isPresent();
                        if (!same && after.size() < MOST) {
                            after.add(node);
                        }
                    }
                });
    }

    public void forget(BurnSet set) throws IOException {
        file.change(
                content -> {
                    ArrayNode before = content.withArray(SETS);
                    ArrayNode after = content.putArray(SETS);
                    for (JsonNode node : before) {
                        if (read(node).filter(known -> known.isSameAs(set)).isEmpty()) {
                            after.add(node);
                        }
                    }
                });
    }

    private static void write(ObjectNode to, BurnSet set) {
        to.put("label", set.label());
        to.put("date", set.made().toString());
        to.put("sectors", set.kind().sectors());
        to.put("recoveryDiscs", set.recoveryDiscs());
        to.put("namesHidden", set.namesAreHidden());
        ArrayNode discs = to.putArray("discs");
        for (BurnSet.Disc disc : set.discs()) {
            ObjectNode one = discs.addObject();
            one.put("image", disc.image().toString());
            one.put("bytes", disc.bytes());
            one.put("scratchBytes", disc.scratchBytes());
            disc.burned().ifPresent(when -> one.put("burned", when.toString()));
        }
    }

    /** Empty for what makes no sense. */
    private static Optional<BurnSet> read(JsonNode node) {
        try {
            List<BurnSet.Disc> discs = new ArrayList<>();
            for (JsonNode one : node.path("discs")) {
                discs.add(
                        new BurnSet.Disc(
                                Path.of(one.path("image").asText()),
                                one.path("bytes").asLong(),
                                one.path("scratchBytes").asLong(),
                                one.has("burned")
                                        ? Optional.of(Instant.parse(one.get("burned").asText()))
                                        : Optional.empty()));
            }
            return discs.isEmpty()
                    ? Optional.empty()
                    : Optional.of(
                            new BurnSet(
                                    node.path("label").asText(),
                                    Instant.parse(node.path("date").asText()),
                                    DiscKind.ofSectors(node.path("sectors").asLong()),
                                    node.path("recoveryDiscs").asInt(),
                                    node.path("namesHidden").asBoolean(),
                                    discs));
        } catch (InvalidPathException | DateTimeException e) {
            return Optional.empty();
        }
    }
}
