package app.lacuna.job;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.base.Spelling;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.GenerationMissing;
import app.lacuna.failure.NotAnArchive;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.proof.Proof;
import app.lacuna.proof.ProofEntry;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads all generations to their end, and says which moments they give back, and what of them not.
 */
public final class RoundCheckJob {
    private final GenerationStore store;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /** How a generation is. */
    public enum State {
        WHOLE,
        /** Some of its files can not be read. */
        DAMAGED,
        /** Nothing of it can be read. */
        BROKEN,
        /** Its file is not there. */
        MISSING
    }

    /**
     * One generation, and the moment that it stands for.
     *
     * @param files of that moment, if they are known
     * @param lost paths of those that can not be put back
     */
    public record Checked(Generation generation, State state, int files, List<String> lost) {}

    /**
     * @param password the caller closes it
     */
    public RoundCheckJob(
            GenerationStore store, Secret password, ProgressListener listener, CancelToken cancel) {
        this.store = store;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** In the order of their times. */
    public List<Checked> run() throws IOException {
        try (Secret composed = Spelling.COMPOSED.of(password)) {
            Map<String, Set<String>> good = new HashMap<>();
            Map<String, Manifest> manifests = new HashMap<>();
            List<Generation> all = store.listed();
            Map<String, State> states = new HashMap<>();
            for (Generation each : all) {
                states.put(each.id(), read(each, composed, good, manifests));
            }
            List<Checked> checked = new ArrayList<>();
            for (Generation each : all) {
                Optional<Manifest> manifest = Optional.ofNullable(manifests.get(each.id()));
                List<String> lost = new ArrayList<>();
                for (ManifestLine line : manifest.map(Manifest::lines).orElse(List.of())) {
                    if (line.kind() != ItemKind.FOLDER // all that is to be known of it is here
                            && !good.getOrDefault(line.generation(), Set.of())
                                    .contains(line.held())) {
                        lost.add(line.path());
                    }
                }
                checked.add(
                        new Checked(
                                each,
                                states.get(each.id()),
                                manifest.map(known -> known.lines().size()).orElse(0),
                                lost));
            }
            return checked;
        }
    }

    private State read(
            Generation generation,
            Secret composed,
            Map<String, Set<String>> good,
            Map<String, Manifest> manifests)
            throws IOException {
        if (!Files.isRegularFile(generation.file())) {
            return State.MISSING;
        }
        try (OpenGenerations open = new OpenGenerations(composed, listener, cancel)) {
            OpenedArchive archive = open.open(generation);
            Manifest manifest = OpenGenerations.manifest(archive, store.round(), generation.id());
            manifests.put(generation.id(), manifest);
            Map<String, String> digests = new HashMap<>();
            manifest.lines().stream()
                    .filter(line -> line.generation().equals(generation.id()))
                    .forEach(line -> digests.put(line.path(), line.digest()));
            Set<String> whole = new HashSet<>();
            boolean all = true;
            for (ProofEntry entry :
                    new Proof(archive, listener, cancel)
                            .withDigests()
                            .withoutOriginals()
                            .entries()) {
                String told = digests.getOrDefault(entry.path(), "");
                boolean same = told.isEmpty() || entry.sha256().equals(Optional.of(told));
                if (entry.verdict().entryIsWhole() && same) {
                    whole.add(entry.path());
                } else {
                    all = false;
                }
            }
            good.put(generation.id(), whole);
            return all && whole.containsAll(digests.keySet()) ? State.WHOLE : State.DAMAGED;
        } catch (DamagedArchive | NotAnArchive | GenerationMissing e) {
            return State.BROKEN;
        }
    }
}
