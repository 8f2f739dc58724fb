package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.History;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/** Searches all generations for files. A generation that cannot be read is skipped. */
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

    /**
     * @throws WrongPassword if the password opens none of them
     */
    public List<History.Event> of(Predicate<String> wanted) throws IOException {
        History history = new History(wanted);
        Optional<WrongPassword> wrong = Optional.empty();
        boolean opened = false;
        try (Secret composed = Spelling.COMPOSED.of(password)) {
            for (Generation each : store.present()) {
                cancel.check();
                try (OpenGenerations open = new OpenGenerations(composed, listener, cancel)) {
                    history.add(each, open.manifest(store, each));
                    opened = true;
                } catch (WrongPassword e) {
                    wrong = Optional.of(e);
                } catch (IOException e) {
                    continue;
                }
            }
        }
        if (!opened && wrong.isPresent()) {
            throw wrong.get();
        }
        return history.events();
    }
}
