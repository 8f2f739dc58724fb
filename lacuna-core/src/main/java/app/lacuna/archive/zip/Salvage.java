package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.VolumeMissing;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.FileSources;
import app.lacuna.io.VolumeSource;
import app.lacuna.io.WatchedSource;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Reads an archive of which only a part is left or right. Its entries are those that are found by
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
    private final Limits limits;
    private final CancelToken cancel;

    private Salvage(
            Path file, ByteSource source, ZipReader outer, Limits limits, CancelToken cancel) {
        this.file = file;
        this.source = source;
        this.outer = outer;
        this.limits = limits;
        this.cancel = cancel;
    }

    /**
     * The caller closes the reader.
     *
     * @throws NotAnArchive if there is not a single entry in it
     * @throws LimitExceeded if there are more than is taken for honest
     */
    public static Salvage open(
            Path file, Limits limits, ProgressListener listener, CancelToken cancel)
            throws IOException {
        ByteSource source = source(file);
        try {
            ProgressMeter meter = new ProgressMeter(listener, Stage.SCANNING, source.size(), 0);
            ByteSource watched = new WatchedSource(source, meter::addBytes);
            ZipReader outer = scanned(file, source, watched, limits, cancel);
            meter.finish();
            if (outer.outside().entries().isEmpty()) {
                throw new NotAnArchive(file);
            }
            return new Salvage(file, source, outer, limits, cancel);
        } catch (IOException | RuntimeException e) {
            source.close();
            throw e;
        }
    }

    /** All parts of a split archive that are there, up to the first that is missing. */
    private static ByteSource source(Path file) throws IOException {
        Path last = VolumeNames.lastOf(file).orElse(file);
        List<Path> parts = new ArrayList<>();
        for (int number = 1; number < VolumeNames.MAX_VOLUMES; number++) {
            Optional<Path> part = VolumeNames.inAnyCase(VolumeNames.part(last, number));
            if (part.isEmpty()) {
                break;
            }
            parts.add(part.get());
        }
        if (parts.isEmpty()) {
            return new FileSource(file);
        }
        if (Files.isRegularFile(last)) {
            parts.add(last);
        }
        return new VolumeSource(parts, FileSources.Way.AS_THE_SYSTEM_LIKES);
    }

    static ZipReader scanned(Path file, ByteSource source, Limits limits, CancelToken cancel)
            throws IOException {
        return scanned(file, source, source, limits, cancel);
    }

    /**
     * @param looked the same bytes, of which it is told how far they have been looked through
     */
    private static ZipReader scanned(
            Path file, ByteSource source, ByteSource looked, Limits limits, CancelToken cancel)
            throws IOException {
        LocalScan scan = new LocalScan(looked, limits, cancel);
        scan.run();
        List<EntryRecord> records = new ArrayList<>(scan.records());
        List<ArchiveEntry> entries = new ArrayList<>(scan.entries());
        Optional<DirectoryReader> directory = directory(file, source, limits);
        if (directory.isPresent()) {
            addFrom(directory.get(), scan.guessed(), records, entries);
        }
        return ZipReader.salvaged(file, source, entries, records);
    }

    private static Optional<DirectoryReader> directory(Path file, ByteSource source, Limits limits)
            throws IOException {
        try {
            EndRecord end = new EndReader(source, file).read();
            limits.checkEntries(end.entries());
            DirectoryReader directory = new DirectoryReader(source, end);
            directory.read();
            return Optional.of(directory);
        } catch (DamagedArchive | NotAnArchive | VolumeMissing | LimitExceeded e) {
            return Optional.empty(); // what the scan has found is all there is
        }
    }

    /**
     * What the directory, if it is left, knows better: sizes that could only be guessed, and the
     * entries whose own header is gone, so that it is known what is lost.
     */
    private static void addFrom(
            DirectoryReader directory,
            Set<Integer> guessed,
            List<EntryRecord> records,
            List<ArchiveEntry> entries) {
        NavigableMap<Long, Integer> found = new TreeMap<>();
        for (int i = 0; i < records.size(); i++) {
            found.put(records.get(i).headerOffset(), i);
        }
        for (int i = 0; i < directory.records().size(); i++) {
            EntryRecord told = directory.records().get(i);
            Map.Entry<Long, Integer> before = found.floorEntry(told.headerOffset());
            if (before != null && isWithin(records.get(before.getValue()), told)) {
                continue; // the directory is that of an archive inside the archive
            }
            Integer known = found.get(told.headerOffset());
            if (known == null) {
                ArchiveEntry entry = directory.entries().get(i);
                entries.add(EntryViews.of(records.size(), told, path(entry), false));
                records.add(told);
            } else if (guessed.contains(known)) {
                EntryRecord better =
                        records.get(known).withData(told.crc(), told.packedSize(), told.size());
                String path = path(entries.get(known));
                records.set(known, better);
                entries.set(known, EntryViews.of(known, better, path, false));
            }
        }
    }

    private static boolean isWithin(EntryRecord found, EntryRecord told) {
        return told.headerOffset() > found.headerOffset()
                && told.headerOffset() - found.headerOffset() < found.packedSize();
    }

    private static String path(ArchiveEntry entry) {
        return entry.kind() == ItemKind.FOLDER ? entry.path() + "/" : entry.path();
    }

    @Override
    public Listing outside() {
        return outer.outside();
    }

    @Override
    public Salvaged open() throws IOException {
        return new Salvaged(outer.open(), Optional.empty());
    }

    @Override
    public Salvaged open(Secret password) throws IOException {
        ZipContents around = outer.open(password);
        try {
            return new Salvaged(around, inside(around));
        } catch (IOException | RuntimeException e) {
            around.close();
            throw e;
        }
    }

    private Optional<ZipContents> inside(ZipContents around) throws IOException {
        List<ArchiveEntry> entries = outer.outside().entries();
        if (entries.size() != 1 || !LayeredZipReader.isSeekable(entries.get(0))) {
            return Optional.empty();
        }
        ByteSource inside = around.inside(entries.get(0));
        ZipReader found = scanned(file, inside, limits, cancel);
        return found.outside().entries().isEmpty() || found.needsPassword()
                ? Optional.empty()
                : Optional.of(found.open());
    }

    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException {
        return outer.mayBeOpenedBy(passwords);
    }

    @Override
    public void close() throws IOException {
        source.close();
    }
}
