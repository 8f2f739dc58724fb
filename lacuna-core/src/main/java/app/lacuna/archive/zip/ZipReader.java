package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.failure.WrongPassword;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;

/** Reads a ZIP archive. Only the central directory is kept in memory. */
public final class ZipReader implements ArchiveReader {
    private final Path file;
    private final ByteSource source;
    private final Listing listing;
    private final EntryStreams streams;
    private final List<EntryRecord> records;
    private final Optional<EndRecord> end;

    /** Asked once for each share of entries, so it is not looked for again in all of them. */
    private final boolean needsPassword;

    private Unlocked unlocked;
    private volatile boolean passwordConfirmed;

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
        this.streams = new EntryStreams(source, records);
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
            limits.checkRatio(listing.totalBytes(), source.size());
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
    public Listing listing() {
        return listing;
    }

    @Override
    public synchronized void unlock(Secret secret) throws IOException {
        forgetPassword();
        unlocked = new Unlocked(secret);
        Unlocking.Verdict verdict = Unlocking.Verdict.WRONG;
        try {
            Unlocking unlocking = new Unlocking(this);
            verdict = end.isEmpty() ? unlocking.verdictAmongDamage() : unlocking.verdict();
        } finally {
            if (verdict == Unlocking.Verdict.WRONG) {
                forgetPassword();
            }
        }
        if (verdict == Unlocking.Verdict.WRONG) {
            throw new WrongPassword(file);
        }
        passwordConfirmed = verdict == Unlocking.Verdict.RIGHT;
    }

    @Override
    public synchronized void lock() {
        forgetPassword();
    }

    @Override
    public boolean mayBeOpenedBy(Secret secret) throws IOException {
        Optional<ArchiveEntry> smallest = smallestProtected();
        if (smallest.isEmpty()) {
            return true;
        }
        try (Unlocked trial = new Unlocked(secret)) {
            return streams.fits(smallest.get(), trial);
        }
    }

    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        Optional<ArchiveEntry> smallest = smallestProtected();
        if (smallest.isEmpty()) {
            return;
        }
        if (smallest.get().protection().strength().isPresent()) {
            authenticate(smallest.get(), count -> cancel.check());
            return;
        }
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = open(smallest.get())) {
            while (in.read(buffer) >= 0) {
                cancel.check();
            }
        } finally {
            Arrays.fill(buffer, (byte) 0);
        }
    }

    private Optional<ArchiveEntry> smallestProtected() {
        return listing.entries().stream()
                .filter(entry -> entry.protection().needsPassword())
                .min(Comparator.comparingLong(ArchiveEntry::packedSize));
    }

    private void forgetPassword() {
        if (unlocked != null) {
            unlocked.close();
            unlocked = null;
        }
        passwordConfirmed = false;
    }

    @Override
    public synchronized boolean isUnlocked() {
        return unlocked != null || !needsPassword;
    }

    /** Every entry is checked when it is read. */
    @Override
    public boolean isChecked() {
        return true;
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) {
        // nothing beyond the entries' own checks
    }

    /** Whether an authentication code, or enough entries, have shown it to be the right one. */
    boolean isPasswordConfirmed() {
        return passwordConfirmed;
    }

    /**
     * Checks the authentication code of an AES entry, without decrypting it.
     *
     * @param onRead told how many bytes were read, once per buffer; what it throws stops the work
     * @throws app.lacuna.failure.DamagedArchive if it does not match
     */
    void authenticate(ArchiveEntry entry, LongConsumer onRead) throws IOException {
        streams.authenticate(entry, requirePassword(), passwordConfirmed, onRead);
        passwordConfirmed = true;
    }

    /** The inside of a stored AES entry, not authenticated. The caller closes the source. */
    ByteSource inside(ArchiveEntry entry) throws IOException {
        return streams.inside(entry, requirePassword());
    }

    /** Whether what stands before the data speaks for the password. */
    boolean fits(ArchiveEntry entry) throws IOException {
        return streams.fits(entry, requirePassword());
    }

    @Override
    public void prepare(List<ArchiveEntry> next) throws IOException {
        if (needsPassword) {
            streams.deriveAhead(next, requirePassword());
        }
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return entry.protection().needsPassword()
                ? streams.openEncrypted(entry, requirePassword(), passwordConfirmed, this::confirm)
                : streams.openPlain(entry, whole -> {});
    }

    /**
     * The contents of an entry; what it is unpacked from, decrypted but still compressed, is copied
     * to {@code packed} meanwhile, and all of it has been when the end is reached.
     */
    InputStream openWithPacked(ArchiveEntry entry, OutputStream packed) throws IOException {
        return entry.protection().needsPassword()
                ? streams.openEncrypted(
                        entry, requirePassword(), passwordConfirmed, this::confirm, packed)
                : streams.openPlain(entry, whole -> {}, packed);
    }

    ByteSource source() {
        return source;
    }

    EntryRecord record(ArchiveEntry entry) {
        return records.get(entry.index());
    }

    /** Where the data of an entry begins; its two headers have been held against each other. */
    long dataStart(ArchiveEntry entry) throws IOException {
        return streams.dataStart(entry);
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

    private void confirm(EntryRecord whole) {
        passwordConfirmed = true;
    }

    private synchronized Unlocked requirePassword() throws PasswordRequired {
        if (unlocked == null) {
            throw new PasswordRequired(file);
        }
        return unlocked;
    }

    @Override
    public synchronized void close() throws IOException {
        forgetPassword();
        source.close();
    }
}
