package app.lacuna.rounds;

import app.lacuna.archive.Form;
import app.lacuna.compression.Level;
import app.lacuna.generations.Keep;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.time.Duration;
import java.util.Optional;

/** A backup as it stands in the file of rounds. */
final class BackupNode {
    private BackupNode() {}

    static Optional<Backup> read(JsonNode node) {
        if (!node.isObject()) {
            return Optional.empty();
        }
        JsonNode keep = node.path("keep");
        String every = node.path("every").asText("");
        return Optional.of(
                new Backup(
                        node.path("id").asText(),
                        Form.valueOf(node.path("form").asText()),
                        Level.valueOf(node.path("level").asText()),
                        new Keep(
                                keep.path("last").asInt(),
                                keep.path("days").asInt(),
                                keep.path("weeks").asInt(),
                                keep.path("months").asInt()),
                        node.path("begun").asBoolean(),
                        every.isEmpty() ? Optional.empty() : Optional.of(Duration.parse(every))));
    }

    static void put(ObjectNode round, Optional<Backup> backup) {
        if (backup.isEmpty()) {
            round.remove("backup");
            return;
        }
        ObjectNode node = round.withObject("/backup");
        node.put("id", backup.get().id());
        node.put("form", backup.get().form().name());
        node.put("level", backup.get().level().name());
        node.put("begun", backup.get().begun());
        Keep keep = backup.get().keep();
        ObjectNode kept = node.putObject("keep");
        kept.put("last", keep.last());
        kept.put("days", keep.days());
        kept.put("weeks", keep.weeks());
        kept.put("months", keep.months());
        node.remove("every");
        backup.get().every().ifPresent(every -> node.put("every", every.toString()));
    }
}
