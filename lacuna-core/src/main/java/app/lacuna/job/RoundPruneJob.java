package app.lacuna.job;

import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import java.io.Closeable;
import java.io.IOException;
import java.time.ZoneId;
import java.util.List;

/** Removes generations that are not to be kept and that none of the kept ones needs. */
public final class RoundPruneJob {
    private final GenerationStore store;
    private final Keep keep;
    private final ZoneId zone;

    public RoundPruneJob(GenerationStore store, Keep keep, ZoneId zone) {
        this.store = store;
        this.keep = keep;
        this.zone = zone;
    }

    /** What would go. */
    public List<Generation> plan() throws IOException {
        List<Generation> all = store.listed();
        return GenerationStore.removable(all, keep.of(all, zone));
    }

    /** What has gone. */
    public List<Generation> run() throws IOException {
        try (Closeable lock = store.lock()) {
            assert lock != null;
            store.finishRemoving();
            List<Generation> gone = plan();
            store.remove(gone);
            return gone;
        }
    }
}
