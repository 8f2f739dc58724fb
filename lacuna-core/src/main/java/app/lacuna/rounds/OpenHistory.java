package app.lacuna.rounds;

import app.lacuna.state.StateFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/**
 * Which archives were opened last. Kept in one file that only the user can read: places of
 * archives, nothing of what is in them.
 */
public final class OpenHistory {
    private static final int VERSION = 1;
    private static final int RECENT = 8;

    private final StateFile file;
    private final RecentPaths archives = new RecentPaths("archives", RECENT);

    /**
     * @param stateFolder where the program keeps its own state
     */
    public OpenHistory(Path stateFolder) {
        this.file = new StateFile(stateFolder.resolve("opened.json"), VERSION);
    }

    /** The last one first; also those that are not there at the moment. */
    public List<Path> archives() throws IOException {
        return archives.in(file.read());
    }

    public void opened(Path archive) throws IOException {
        file.change(content -> archives.use(content, archive));
    }

    public void forget(Path archive) throws IOException {
        file.change(content -> archives.forget(content, archive));
    }
}
