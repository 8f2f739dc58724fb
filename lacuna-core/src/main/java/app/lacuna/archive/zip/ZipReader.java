package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.error.PasswordRequired;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** A ZIP archive as its headers show it. Only the central directory is kept in memory. */
public final class ZipReader implements ZipArchiveReader {
    private final Path file;
    private final ByteSource source;
    private final Listing listing;
    private final List<EntryRecord> records;
    private final Optional<EndRecord> end;

    /** Asked once for each share of entries, so it is not looked for again in all of them. */
    private final boolean needsPassword;

    /**
     * @param end absent for what was found without a central directory
     */
    private ZipReader(
            Path file,
            ByteSource source,
            Listing listing,
            List<EntryRecord> records,
            Optional<EndRecord> end) {
        this.file = file;
        this.records = records;
        this.end = end;
        this.source = source;
        this.listing = listing;
        this.needsPassword = listing.needsPassword();
    }

    /** The caller closes the reader. */
    public static ZipReader open(Path file) throws IOException {
        return open(file, new FileSource(file), Names.VISIBLE, Limits.STANDARD);
    }

    /** Takes the source over, also when it fails. */
    static ZipReader open(Path file, ByteSource source, Names names, Limits limits)
            throws IOException {
        try {
            EndRecord end = new EndReader(source, file).read();
            limits.checkEntries(end.entries());
            DirectoryReader directory = new DirectoryReader(source, end);
            directory.read();
            new VolumeCheck(source, directory.records()).requireRightVolumes();
            Listing listing =
                    new Listing(
                            file,
                            source.size(),
                            source.volumes(),
                            end.note(),
                            names,
                            directory.entries());
            limits.check(listing);
            return new ZipReader(file, source, listing, directory.records(), Optional.of(end));
        } catch (IOException | RuntimeException e) {
            source.close();
            throw e;
        }
    }

    /** Over what was found without a central directory. Takes the source over. */
    static ZipReader salvaged(
            Path file, ByteSource source, List<ArchiveEntry> entries, List<EntryRecord> records)
            throws IOException {
        Listing listing =
                new Listing(file, source.size(), source.volumes(), "", Names.VISIBLE, entries);
        return new ZipReader(file, source, listing, records, Optional.empty());
    }

    @Override
    public Listing outside() {
        return listing;
    }

    @Override
    public boolean needsPassword() {
        return needsPassword;
    }

    @Override
    public ZipContents open() throws IOException {
        if (needsPassword) {
            throw new PasswordRequired(file);
        }
        return new ZipContents(this, Optional.empty(), Spelling.AS_TYPED);
    }

    @Override
    public ZipContents open(Secret password) throws IOException {
        IOException refused = new WrongPassword(file);
        for (Spelling spelling : Spelling.values()) {
            if (spelling != Spelling.AS_TYPED && spelling.isAlready(password)) {
                continue;
            }
            try (Secret spelled = spelling.of(password)) {
                return open(spelled, spelling);
            } catch (WrongPassword e) {
                refused = e;
            }
        }
        throw refused;
    }

    private ZipContents open(Secret password, Spelling spelling) throws IOException {
        PasswordKeys keys = new PasswordKeys(password);
        ZipContents contents = new ZipContents(this, Optional.of(keys), spelling);
        try {
            Unlocking unlocking = new Unlocking(contents);
            Unlocking.Verdict verdict =
                    end.isEmpty() ? unlocking.verdictAmongDamage() : unlocking.verdict();
            if (verdict == Unlocking.Verdict.WRONG) {
                throw new WrongPassword(file);
            }
            contents.passwordIs(verdict);
            return contents;
        } catch (IOException | RuntimeException e) {
            contents.close();
            throw e;
        }
    }

    @Override
    public boolean isPastCache() {
        return source.isPastCache();
    }

    @Override
    public long bytesBehind() {
        return end.map(EndRecord::behind).orElse(0L);
    }

    @Override
    public List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException {
        Optional<ArchiveEntry> smallest = smallestProtected();
        if (smallest.isEmpty()) {
            return passwords.stream().map(any -> true).toList();
        }
        List<PasswordKeys> trials = passwords.stream().map(PasswordKeys::new).toList();
        try {
            return streams().fitEach(smallest.get(), trials);
        } finally {
            trials.forEach(PasswordKeys::close);
        }
    }

    /** Whether the part that an entry begins in is there. */
    boolean isThere(ArchiveEntry entry) {
        return source.isThere(records.get(entry.index()).headerOffset(), entry.packedSize());
    }

    Optional<ArchiveEntry> smallestProtected() {
        return listing.entries().stream()
                .filter(entry -> entry.protection().needsPassword() && isThere(entry))
                .min(Comparator.comparingLong(ArchiveEntry::packedSize));
    }

    EntryStreams streams() {
        return new EntryStreams(
                source,
                records,
                end.isPresent() ? EntryStreams.Sizes.IN_BOTH_HEADERS : EntryStreams.Sizes.FOUND);
    }

    Path file() {
        return file;
    }

    ByteSource source() {
        return source;
    }

    List<EntryRecord> records() {
        return records;
    }

    EntryRecord record(ArchiveEntry entry) {
        return records.get(entry.index());
    }

    /** The central headers once more, from the first on, byte for byte. */
    RawDirectory directory() {
        return new RawDirectory(source, requireEnd());
    }

    /** The bytes of the note that everybody can read. */
    byte[] note() {
        return requireEnd().comment();
    }

    private EndRecord requireEnd() {
        return end.orElseThrow(() -> new IllegalArgumentException("has no central directory"));
    }

    @Override
    public void close() throws IOException {
        source.close();
    }
}
