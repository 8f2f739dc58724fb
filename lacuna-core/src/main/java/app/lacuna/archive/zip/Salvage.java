package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.NotAnArchive;
import app.lacuna.failure.VolumeMissing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Opens an archive of which only a part is left or right. Its entries are those that are found by
 * their local headers, and those that only the central directory, where it is left, speaks of. Each
 * shows when it is read whether it is whole.
 *
 * <p>With hidden names the one authentication code is lost as soon as anything is; what is inside
 * can then be held against its checksums only, which notice damage and not a forger.
 */
public final class Salvage implements ArchiveReader {
    private final Path file;
    private final ByteSource source;
    private final ZipReader outer;
    private final CancelToken cancel;
    private Optional<ZipReader> inner = Optional.empty();

    private Salvage(Path file, ByteSource source, ZipReader outer, CancelToken cancel) {
        this.file = file;
        this.source = source;
        this.outer = outer;
        this.cancel = cancel;
    }

    /**
     * The caller closes the reader.
     *
     * @throws NotAnArchive if there is not a single entry in it
     */
    public static Salvage open(Path file, CancelToken cancel) throws IOException {
        ByteSource source = source(file);
        try {
            ZipReader outer = scanned(file, source, cancel);
            if (outer.listing().entries().isEmpty()) {
                throw new NotAnArchive(file);
            }
            return new Salvage(file, source, outer, cancel);
        } catch (IOException | RuntimeException e) {
            source.close();
            throw e;
        }
    }

    /** All parts of a split archive that are there, up to the first that is missing. */
    private static ByteSource source(Path file) throws IOException {
        Path last = VolumeNames.lastOf(file).orElse(file);
        Path first = VolumeNames.part(last, 1);
        if (!java.nio.file.Files.isRegularFile(first)) {
            return new FileSource(file);
        }
        List<Path> parts = new ArrayList<>();
        for (int number = 1; number < VolumeNames.MAX_VOLUMES; number++) {
            Path part = VolumeNames.part(last, number);
            if (!java.nio.file.Files.isRegularFile(part)) {
                break;
            }
            parts.add(part);
        }
        if (java.nio.file.Files.isRegularFile(last)) {
            parts.add(last);
        }
        return new VolumeSource(parts);
    }

    private static ZipReader scanned(Path file, ByteSource source, CancelToken cancel)
            throws IOException {
        LocalScan scan = new LocalScan(source, cancel);
        scan.run();
        List<EntryRecord> records = new ArrayList<>(scan.records());
        List<ArchiveEntry> entries = new ArrayList<>(scan.entries());
        addFromDirectory(file, source, records, entries);
        return ZipReader.salvaged(file, source, entries, records);
    }

    /** Entries whose own header is gone: named, so that it is known what is lost. */
    private static void addFromDirectory(
            Path file, ByteSource source, List<EntryRecord> records, List<ArchiveEntry> entries)
            throws IOException {
        Set<Long> found = new HashSet<>();
        records.forEach(record -> found.add(record.headerOffset()));
        DirectoryReader directory;
        try {
            EndRecord end = new EndReader(source, file).read();
            Limits.STANDARD.checkEntries(end.entries());
            directory = new DirectoryReader(source, end);
            directory.read();
        } catch (DamagedArchive | NotAnArchive | VolumeMissing e) {
            return; // no directory: what the scan has found is all there is
        }
        for (int i = 0; i < directory.records().size(); i++) {
            EntryRecord record = directory.records().get(i);
            if (!found.contains(record.headerOffset())) {
                ArchiveEntry entry = directory.entries().get(i);
                entries.add(
                        EntryViews.of(
                                records.size(),
                                record,
                                entry.kind() == app.lacuna.selection.ItemKind.FOLDER
                                        ? entry.path() + "/"
                                        : entry.path(),
                                false));
                records.add(record);
            }
        }
    }

    /** Whether what comes out was authenticated, not only held against checksums. */
    public boolean authenticates() {
        return inner.isEmpty() && outer.listing().weakestProtection().strength().isPresent();
    }

    @Override
    public Listing listing() {
        return inner.map(found -> outer.listing().with(Names.HIDDEN, found.listing().entries()))
                .orElse(outer.listing());
    }

    @Override
    public void unlock(Secret password) throws IOException {
        outer.unlock(password);
        List<ArchiveEntry> entries = outer.listing().entries();
        if (entries.size() == 1 && LayeredZipReader.isSeekable(entries.get(0))) {
            ByteSource inside = outer.inside(entries.get(0));
            ZipReader found = scanned(file, inside, cancel);
            inner = found.listing().entries().isEmpty() ? Optional.empty() : Optional.of(found);
        }
    }

    @Override
    public void lock() {
        outer.lock();
        inner = Optional.empty();
    }

    @Override
    public boolean mayBeOpenedBy(Secret password) throws IOException {
        return outer.mayBeOpenedBy(password);
    }

    @Override
    public void confirmPassword(CancelToken token) throws IOException {
        outer.confirmPassword(token);
    }

    @Override
    public boolean isUnlocked() {
        return outer.isUnlocked();
    }

    /** There is nothing that could vouch for all of it. */
    @Override
    public boolean isChecked() {
        return inner.isEmpty();
    }

    /** Each entry shows by itself whether it is whole. */
    @Override
    public void check(ProgressListener listener, CancelToken token) {
        // nothing to check that is not known to be incomplete
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return inner.orElse(outer).open(entry);
    }

    @Override
    public void close() throws IOException {
        try (source) {
            if (inner.isPresent()) {
                inner.get().close();
            }
            outer.close();
        }
    }
}
