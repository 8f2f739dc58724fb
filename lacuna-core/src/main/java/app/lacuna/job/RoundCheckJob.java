package app.lacuna.job;

import static java.util.Objects.requireNonNull;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.job.GenerationVerifier.Verified;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Reads all generations to their end, and reports which of them can be restored. What it finds is
 * recorded: later runs refer to no damaged generation.
 */
public final class RoundCheckJob {
    private final GenerationStore store;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /** How a generation is. */
    public enum State {
        WHOLE,
        /** Some of its files cannot be read. */
        DAMAGED,
        /** Nothing of it can be read. */
        BROKEN,
        /** The password of the others does not open it. */
        LOCKED,
        /** Its disk does not answer, or the system denies access. */
        UNREADABLE,
        /** Its file does not exist. */
        MISSING;

        boolean isDamage() {
            return this == DAMAGED || this == BROKEN || this == LOCKED;
        }
    }

    /**
     * One generation, and the snapshot that it stands for.
     *
     * @param files of that snapshot, if they are known
     * @param lost paths of those that cannot be restored
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

    /**
     * In their order.
     *
     * @throws WrongPassword if the password opens none of them
     */
    public List<Checked> run() throws IOException {
        List<Generation> all = store.listed();
        Map<String, Verified> verified = new HashMap<>();
        try (Secret composed = Spelling.COMPOSED.of(password)) {
            GenerationVerifier verifier = new GenerationVerifier(store, composed, listener, cancel);
            for (Generation each : all) {
                cancel.check();
                verified.put(each.id(), verifier.read(each));
            }
        }
        boolean opened = verified.values().stream().anyMatch(v -> v.manifest().isPresent());
        if (!opened && verified.values().stream().anyMatch(v -> v.state() == State.LOCKED)) {
            throw new WrongPassword(store.folder());
        }
        record(all, verified);
        return all.stream().map(each -> checked(each, verified)).toList();
    }

    private void record(List<Generation> all, Map<String, Verified> verified) throws IOException {
        Set<String> suspect = new HashSet<>();
        List<Generation> good = new ArrayList<>();
        for (Generation each : all) {
            State state = requireNonNull(verified.get(each.id())).state();
            if (state.isDamage()) {
                suspect.add(each.id());
            } else if (state == State.WHOLE) {
                good.add(each);
            }
        }
        store.suspect(suspect);
        store.verified(good);
    }

    private static Checked checked(Generation generation, Map<String, Verified> verified) {
        Verified own = requireNonNull(verified.get(generation.id()));
        List<ManifestLine> lines = own.manifest().map(Manifest::lines).orElse(List.of());
        List<String> lost = new ArrayList<>();
        for (ManifestLine line : lines) {
            Verified holder = verified.get(line.generation());
            boolean good = holder != null && holder.good().contains(line.held());
            if (line.kind() != ItemKind.FOLDER && !good) { // a folder is restored from its line
                lost.add(line.path());
            }
        }
        return new Checked(generation, own.state(), lines.size(), lost);
    }
}
