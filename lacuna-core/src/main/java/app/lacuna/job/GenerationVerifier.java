package app.lacuna.job;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.LacunaException;
import app.lacuna.error.WrongPassword;
import app.lacuna.files.Presence;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.verify.Proof;
import app.lacuna.verify.ProofEntry;
import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads one generation to its end. A failure concerns this generation alone. */
final class GenerationVerifier {
    private final GenerationStore store;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * What was found.
     *
     * @param manifest if it could be read
     * @param good paths of the entries that are whole
     */
    record Verified(RoundCheckJob.State state, Optional<Manifest> manifest, Set<String> good) {
        private static Verified unreadable(RoundCheckJob.State state) {
            return new Verified(state, Optional.empty(), Set.of());
        }
    }

    /**
     * @param password composed; the caller closes it
     */
    GenerationVerifier(
            GenerationStore store, Secret password, ProgressListener listener, CancelToken cancel) {
        this.store = store;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    Verified read(Generation generation) {
        Presence presence = generation.presence();
        if (presence != Presence.EXISTS) {
            return Verified.unreadable(
                    presence == Presence.ABSENT
                            ? RoundCheckJob.State.MISSING
                            : RoundCheckJob.State.UNREADABLE);
        }
        try (OpenGenerations open = new OpenGenerations(password, listener, cancel)) {
            return read(generation, open.open(generation));
        } catch (WrongPassword e) {
            return Verified.unreadable(RoundCheckJob.State.LOCKED);
        } catch (LacunaException e) {
            return Verified.unreadable(RoundCheckJob.State.BROKEN);
        } catch (IOException e) {
            return Verified.unreadable(RoundCheckJob.State.UNREADABLE);
        }
    }

    private Verified read(Generation generation, OpenedArchive archive) throws IOException {
        Manifest manifest = OpenGenerations.manifest(archive, store.round(), generation.id());
        Map<String, String> digests = new HashMap<>();
        manifest.lines().stream()
                .filter(line -> line.generation().equals(generation.id()))
                .forEach(line -> digests.put(line.held(), line.digest()));
        Set<String> good = new HashSet<>();
        boolean all = archive.outerDamage().isEmpty();
        for (ProofEntry entry :
                new Proof(archive, listener, cancel).withDigests().withoutOriginals().entries()) {
            String told = digests.getOrDefault(entry.path(), "");
            boolean same =
                    told.isEmpty()
                            || entry.sha256().isEmpty()
                            || entry.sha256().equals(Optional.of(told));
            if (entry.verdict().entryIsWhole() && same) {
                good.add(entry.path());
            } else {
                all = false;
            }
        }
        boolean whole = all && good.containsAll(digests.keySet());
        return new Verified(
                whole ? RoundCheckJob.State.WHOLE : RoundCheckJob.State.DAMAGED,
                Optional.of(manifest),
                good);
    }
}
