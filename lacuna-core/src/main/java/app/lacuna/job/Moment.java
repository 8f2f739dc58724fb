package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.error.DestinationMissing;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.MomentArchive;
import app.lacuna.generations.Places;
import app.lacuna.rounds.Round;
import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** The files of a round as they were at one moment. */
public final class Moment implements Closeable {
    private final GenerationStore store;
    private final Generation generation;
    private final MomentArchive archive;
    private final Set<String> broken;

    private Moment(
            GenerationStore store,
            Generation generation,
            MomentArchive archive,
            Set<String> broken) {
        this.store = store;
        this.generation = generation;
        this.archive = archive;
        this.broken = broken;
    }

    /**
     * Where the generations of a round lie.
     *
     * @throws DestinationMissing if they are not there
     */
    public static GenerationStore store(Round round) throws IOException {
        return GenerationStore.open(
                Places.of(round.generations()), round.backup().orElseThrow().id());
    }

    /**
     * @param password the caller closes it
     * @throws app.lacuna.error.WrongPassword if it opens nothing
     */
    public static Moment open(
            GenerationStore store,
            Generation generation,
            Secret password,
            ProgressListener listener,
            CancelToken cancel)
            throws IOException {
        Set<String> broken = new TreeSet<>();
        try (Secret composed = Spelling.COMPOSED.of(password)) {
            OpenGenerations open = new OpenGenerations(composed, listener, cancel);
            try {
                return new Moment(
                        store, generation, open.moment(store, generation, broken), broken);
            } catch (IOException | RuntimeException e) {
                open.close();
                throw e;
            }
        }
    }

    /** What a generation says it has, without opening those that it needs. */
    public static Manifest manifest(
            GenerationStore store,
            Generation generation,
            Secret password,
            ProgressListener listener,
            CancelToken cancel)
            throws IOException {
        try (Secret composed = Spelling.COMPOSED.of(password);
                OpenGenerations open = new OpenGenerations(composed, listener, cancel)) {
            return open.manifest(store, generation);
        }
    }

    public GenerationStore store() {
        return store;
    }

    public Generation generation() {
        return generation;
    }

    /** All of it, as one archive. */
    public MomentArchive archive() {
        return archive;
    }

    /** Ids of generations that are needed, and are gone or broken. */
    public List<String> broken() {
        return List.copyOf(broken);
    }

    @Override
    public void close() throws IOException {
        archive.close();
    }
}
