package app.lacuna.job;

import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.generations.Retention;
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
        return new Retention(keep, zone).removable(store.listed());
    }

    /** What is gone; a file that cannot be deleted stays. */
    public List<Generation> run() throws IOException {
        try (Closeable lock = store.lock()) {
            assert lock != null;
            return store.remove(plan());
        }
    }
}
