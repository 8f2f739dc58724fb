package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What a model knows of the generations that its backup has made. */
final class KnownGenerations {
    private final Round round;
    private final int keep;
    private final Map<String, Map<String, String>> snapshots = new HashMap<>();

    /** All texts that were ever in a generation. */
    private final Set<String> stored = new HashSet<>();

    /** Those that the model lost or damaged. */
    private final Set<String> broken = new HashSet<>();

    /** Those of them that a check has seen. */
    private final Set<String> reported = new HashSet<>();

    KnownGenerations(Round round, int keep) {
        this.round = round;
        this.keep = keep;
    }

    GenerationStore store() throws IOException {
        return Moment.store(round);
    }

    Set<String> broken() {
        return broken;
    }

    Set<String> stored() {
        return stored;
    }

    void report(String id) {
        reported.add(id);
    }

    void reportAll(Collection<String> ids) {
        reported.addAll(ids);
    }

    boolean isKnown(String id) {
        return snapshots.containsKey(id);
    }

    Map<String, String> snapshot(String id) {
        return snapshots.get(id);
    }

    List<Generation> good() throws IOException {
        return store().present().stream().filter(each -> !broken.contains(each.id())).toList();
    }

    void clear() {
        snapshots.clear();
        broken.clear();
        reported.clear();
    }

    void remember(String id, Map<String, String> snapshot) {
        snapshots.put(id, snapshot);
        snapshot.values().forEach(each -> stored.add(ModelTree.text(each)));
    }

    /** A clock that goes back can give the id of a removed generation to a new one. */
    void forgetRemoved() throws IOException {
        if (!Files.exists(round.generations().resolve(GenerationStore.LIST))) {
            return;
        }
        Set<String> known = new HashSet<>();
        for (Generation each : store().listed()) {
            known.add(each.id());
            known.addAll(each.needs());
        }
        store().unlisted(round.backup().orElseThrow().ending())
                .forEach(each -> known.add(each.id()));
        snapshots.keySet().retainAll(known);
        broken.retainAll(known);
        reported.retainAll(known);
    }

    Map<String, Long> sequences() throws IOException {
        Map<String, Long> sequences = new HashMap<>();
        if (Files.exists(round.generations().resolve(GenerationStore.LIST))) {
            store().listed().forEach(each -> sequences.put(each.id(), each.sequence()));
        }
        return sequences;
    }

    Optional<Map<String, String>> lastSnapshot() throws IOException {
        if (!Files.exists(round.generations().resolve(GenerationStore.LIST))) {
            return Optional.empty();
        }
        List<Generation> present = store().present();
        if (present.isEmpty() || broken.contains(present.get(present.size() - 1).id())) {
            return Optional.empty();
        }
        return Optional.ofNullable(snapshots.get(present.get(present.size() - 1).id()));
    }

    /** A generation may go only if enough newer ones exist that are not known to be damaged. */
    void requireAllowed(String at, List<Generation> removed, Map<String, Long> before)
            throws IOException {
        List<Generation> left = store().present();
        Set<String> present = new HashSet<>();
        left.forEach(each -> present.add(each.id()));
        for (Generation gone : removed) {
            long newer =
                    left.stream()
                            .filter(each -> each.sequence() > before.get(gone.id()))
                            .filter(each -> !reported.contains(each.id()))
                            .filter(each -> present.containsAll(each.needs()))
                            .filter(each -> each.needs().stream().noneMatch(reported::contains))
                            .count();
            assertThat(newer)
                    .as(
                            "%s: %s was removed, broken %s, reported %s, needs %s, left %s",
                            at, gone.id(), broken, reported, gone.needs(), left)
                    .isGreaterThanOrEqualTo(keep);
        }
    }
}
