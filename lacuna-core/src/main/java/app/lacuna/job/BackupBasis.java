package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.LacunaException;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * What a run builds on: the newest generation whose manifest can be read, and all generations whose
 * bytes the new one can refer to. A generation that is damaged, or that the password does not open,
 * is none of them.
 *
 * @param newest the generation of the manifest
 * @param usable ids of generations that exist and are good
 * @param broken ids of generations that the manifest needs, or that are newer, and are not usable
 */
record BackupBasis(
        Optional<Manifest> manifest,
        Optional<Generation> newest,
        Set<String> usable,
        Set<String> broken) {
    /** With a mistyped password each attempt takes a second or more. */
    private static final int MAX_WRONG = 4;

    BackupBasis {
        usable = Set.copyOf(usable);
        broken = Set.copyOf(broken);
    }

    /**
     * @param password composed; the caller closes it
     * @throws WrongPassword if the password opens none of the newest generations
     */
    static BackupBasis of(
            GenerationStore store, Secret password, ProgressListener listener, CancelToken cancel)
            throws IOException {
        return new Search(store, password, listener, cancel).find();
    }

    private static final class Search {
        private final GenerationStore store;
        private final Secret password;
        private final ProgressListener listener;
        private final CancelToken cancel;
        private final Set<String> suspect = new HashSet<>();
        private final Set<String> broken = new TreeSet<>();
        private final Map<String, Generation> usable = new HashMap<>();

        Search(
                GenerationStore store,
                Secret password,
                ProgressListener listener,
                CancelToken cancel) {
            this.store = store;
            this.password = password;
            this.listener = listener;
            this.cancel = cancel;
        }

        BackupBasis find() throws IOException {
            List<Generation> present = store.present();
            for (Generation each : present) {
                if (!each.suspect()) {
                    usable.put(each.id(), each);
                }
            }
            Optional<WrongPassword> wrong = Optional.empty();
            int tried = 0;
            for (int i = present.size() - 1; i >= 0; i--) {
                Generation generation = present.get(i);
                try {
                    Manifest manifest = manifest(generation);
                    requireNeeded(manifest, isAsVerified(generation));
                    store.suspect(suspect);
                    return new BackupBasis(
                            Optional.of(manifest),
                            Optional.of(generation),
                            usable.keySet(),
                            broken);
                } catch (WrongPassword e) {
                    wrong = Optional.of(e);
                    notUsable(generation.id(), true);
                    if (++tried >= MAX_WRONG) {
                        throw e;
                    }
                } catch (LacunaException e) {
                    notUsable(generation.id(), true);
                } catch (IOException e) {
                    notUsable(generation.id(), false);
                }
            }
            if (wrong.isPresent()) {
                throw wrong.get();
            }
            store.missing().forEach(each -> broken.add(each.id()));
            return new BackupBasis(Optional.empty(), Optional.empty(), Set.of(), broken);
        }

        private Manifest manifest(Generation generation) throws IOException {
            try (OpenGenerations open = new OpenGenerations(password, listener, cancel)) {
                return open.manifest(store, generation);
            }
        }

        private void notUsable(String id, boolean damaged) {
            usable.remove(id);
            broken.add(id);
            if (damaged) {
                suspect.add(id);
            }
        }

        private static boolean isAsVerified(Generation generation) {
            return generation.stamp().filter(s -> s.isStill(generation.file())).isPresent();
        }

        /**
         * A file that differs from the one that was verified is verified again. If the newest one
         * differs it may have got another password: then all are opened with it.
         */
        private void requireNeeded(Manifest manifest, boolean trusted) throws IOException {
            List<Generation> verified = new ArrayList<>();
            GenerationVerifier verifier = new GenerationVerifier(store, password, listener, cancel);
            for (String id : manifest.needs()) {
                Generation needed = usable.get(id);
                if (needed == null) {
                    broken.add(id);
                    continue;
                }
                if (trusted && isAsVerified(needed)) {
                    continue;
                }
                RoundCheckJob.State state = verifier.read(needed).state();
                if (state == RoundCheckJob.State.WHOLE) {
                    verified.add(needed);
                } else {
                    notUsable(id, state.isDamage());
                }
            }
            store.verified(verified);
        }
    }
}
