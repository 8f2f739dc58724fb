package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.GenerationMissing;
import app.lacuna.error.LacunaException;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.MomentArchive;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Generations that are open for reading, all with one password. Closing it closes all of them. */
final class OpenGenerations implements Closeable {
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final Deque<Closeable> open = new ArrayDeque<>();

    /**
     * @param password the caller closes it
     */
    OpenGenerations(Secret password, ProgressListener listener, CancelToken cancel) {
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** All of it is to be believed once it is open. */
    OpenedArchive open(Generation generation) throws IOException {
        ArchiveReader reader = Archives.open(generation.file(), Limits.NONE, Nested.AS_A_FILE);
        open.push(reader);
        OpenedArchive archive = reader.open(Optional.of(password), listener, cancel);
        open.push(archive);
        if (!archive.isChecked()) {
            archive.check(listener, cancel);
        }
        return archive;
    }

    /**
     * What it says it has.
     *
     * @throws GenerationMissing if it is another round's, or none
     */
    static Manifest manifest(OpenedArchive archive, String round, String id) throws IOException {
        ArchiveEntry entry =
                archive.listing().entries().stream()
                        .filter(each -> each.path().equals(Manifest.PATH))
                        .findFirst()
                        .orElseThrow(() -> new GenerationMissing(id, ""));
        Manifest manifest;
        try (InputStream in = archive.open(entry)) {
            manifest = Manifest.read(in);
        }
        if (!manifest.round().equals(round) || !manifest.generation().equals(id)) {
            throw new GenerationMissing(id, "");
        }
        return manifest;
    }

    Manifest manifest(GenerationStore store, Generation generation) throws IOException {
        return manifest(open(generation), store.round(), generation.id());
    }

    /**
     * The files as they were when this generation was made. Takes this object over: closing the
     * moment closes it.
     *
     * @param broken hears of generations that are needed and can not be used
     */
    MomentArchive moment(GenerationStore store, Generation at, Set<String> broken)
            throws IOException {
        OpenedArchive newest = open(at);
        Manifest manifest = manifest(newest, store.round(), at.id());
        Map<String, OpenedArchive> archives = new HashMap<>();
        archives.put(at.id(), newest);
        Map<String, Generation> listed = new HashMap<>();
        store.present().forEach(each -> listed.put(each.id(), each));
        for (String id : new TreeSet<>(manifest.needs())) {
            if (archives.containsKey(id)) {
                continue;
            }
            Generation needed = listed.get(id);
            Optional<OpenedArchive> opened =
                    needed == null ? Optional.empty() : openIfWhole(store, needed);
            opened.ifPresentOrElse(archive -> archives.put(id, archive), () -> broken.add(id));
        }
        return new MomentArchive(at.file(), manifest, archives, this);
    }

    private Optional<OpenedArchive> openIfWhole(GenerationStore store, Generation generation)
            throws IOException {
        try {
            OpenedArchive archive = open(generation);
            manifest(archive, store.round(), generation.id());
            return Optional.of(archive);
        } catch (LacunaException e) {
            return Optional.empty(); // also one with another password: the others are readable
        }
    }

    @Override
    public void close() throws IOException {
        IOException failure = null;
        while (!open.isEmpty()) {
            try {
                open.pop().close();
            } catch (IOException e) {
                failure = e;
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
