package app.lacuna.generations;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Spelling;
import app.lacuna.error.GenerationMissing;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.ItemKind;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The files as they were at one moment, as if they were one archive: each entry comes out of the
 * generation that holds its bytes. One that is missing is only missed by what is in it.
 */
public final class MomentArchive implements OpenedArchive {
    private final Manifest manifest;
    private final Map<String, Held> generations = new HashMap<>();
    private final List<ManifestLine> lines;
    private final Listing listing;
    private final Map<String, Integer> firstOfKey = new HashMap<>();
    private final Closeable around;

    /** A generation that is open, and its entries by their paths. */
    private record Held(OpenedArchive archive, Map<String, ArchiveEntry> byPath) {}

    /**
     * @param around closed with it: the archives and what they are read from
     * @param file what the moment is called for people
     * @param open the generations that are needed and there, by their ids
     */
    public MomentArchive(
            Path file, Manifest manifest, Map<String, OpenedArchive> open, Closeable around) {
        this.around = around;
        this.manifest = manifest;
        this.lines = manifest.lines();
        open.forEach((id, archive) -> generations.put(id, held(archive)));
        List<ArchiveEntry> entries = new ArrayList<>(lines.size());
        for (ManifestLine line : lines) {
            if (line.shared() && line.kind() == ItemKind.FILE && !line.key().isEmpty()) {
                firstOfKey.putIfAbsent(line.key(), entries.size());
            }
            entries.add(
                    new ArchiveEntry(
                            entries.size(),
                            line.path(),
                            line.kind(),
                            line.size(),
                            line.size(),
                            line.modified(),
                            line.mode(),
                            Protection.AES_256,
                            "backup",
                            OptionalInt.empty()));
        }
        this.listing = new Listing(file, manifest.contentBytes(), 1, "", Names.HIDDEN, entries);
    }

    /** Other lines out of the same generations; it is not closed by itself. */
    public MomentArchive view(Manifest other) {
        MomentArchive view = new MomentArchive(listing.archive(), other, Map.of(), () -> {});
        view.generations.putAll(generations);
        return view;
    }

    private static Held held(OpenedArchive archive) {
        Map<String, ArchiveEntry> byPath = new HashMap<>();
        archive.listing().entries().forEach(entry -> byPath.put(entry.path(), entry));
        return new Held(archive, byPath);
    }

    public Manifest manifest() {
        return manifest;
    }

    /** Entries whose bytes are in a generation that is not there. */
    public List<ArchiveEntry> missing() {
        return listing.entries().stream()
                .filter(entry -> !generations.containsKey(line(entry).generation()))
                .toList();
    }

    public ManifestLine line(ArchiveEntry entry) {
        boolean known =
                entry.index() < lines.size() && listing.entries().get(entry.index()) == entry;
        if (!known) {
            throw new IllegalArgumentException("not of this archive");
        }
        return lines.get(entry.index());
    }

    private Held generation(ManifestLine line) throws GenerationMissing {
        Held held = generations.get(line.generation());
        if (held == null || !held.byPath().containsKey(line.held())) {
            throw new GenerationMissing(line.generation(), line.path());
        }
        return held;
    }

    @Override
    public Listing listing() {
        return listing;
    }

    @Override
    public Spelling spelling() {
        return Spelling.COMPOSED;
    }

    @Override
    public void confirmPassword(CancelToken cancel) {
        // it has opened all of them
    }

    @Override
    public boolean isChecked() {
        return generations.values().stream().allMatch(each -> each.archive().isChecked());
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) throws IOException {
        for (Held each : generations.values()) {
            each.archive().check(listener, cancel);
        }
    }

    @Override
    public boolean isAnyOrder() {
        return generations.values().stream().allMatch(each -> each.archive().isAnyOrder());
    }

    @Override
    public FileDetails details(ArchiveEntry entry) throws IOException {
        ManifestLine line = line(entry);
        Held held = generation(line);
        return held.archive().details(requireNonNull(held.byPath().get(line.held())));
    }

    @Override
    public Optional<String> linkedTo(ArchiveEntry entry) {
        Integer first = firstOfKey.get(line(entry).key());
        return first != null && line(entry).shared() && first != entry.index()
                ? Optional.of(lines.get(first).path())
                : Optional.empty();
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        ManifestLine line = line(entry);
        if (line.kind() == ItemKind.FOLDER && !generations.containsKey(line.generation())) {
            return InputStream.nullInputStream(); // all that is to be known of it is in the line
        }
        Held held = generation(line);
        return held.archive().open(requireNonNull(held.byPath().get(line.held())));
    }

    @Override
    public void close() throws IOException {
        around.close();
    }
}
