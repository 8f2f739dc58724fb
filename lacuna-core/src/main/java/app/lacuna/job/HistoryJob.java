package app.lacuna.job;

import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.base.Spelling;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.GenerationMissing;
import app.lacuna.failure.NotAnArchive;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.History;
import java.io.IOException;
import java.util.List;
import java.util.function.Predicate;

/** Looks for files through all generations. Those that can not be read are passed over. */
public final class HistoryJob {
    private final GenerationStore store;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * @param password the caller closes it
     */
    public HistoryJob(
            GenerationStore store, Secret password, ProgressListener listener, CancelToken cancel) {
        this.store = store;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    public List<History.Event> of(Predicate<String> wanted) throws IOException {
        History history = new History(wanted);
        try (Secret composed = Spelling.COMPOSED.of(password)) {
            for (Generation each : store.present()) {
                cancel.check();
                try (OpenGenerations open = new OpenGenerations(composed, listener, cancel)) {
                    history.add(each, open.manifest(store, each));
                } catch (DamagedArchive | NotAnArchive | GenerationMissing e) {
                    continue;
                }
            }
        }
        return history.events();
    }
}
