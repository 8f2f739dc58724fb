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
import java.nio.file.Path;
import java.util.List;
import java.util.function.LongConsumer;

/** Reads a ZIP archive. Only the central directory is kept in memory. */
public final class ZipReader implements ArchiveReader {
    private final Path file;
    private final ByteSource source;
    private final Listing listing;
    private final EntryStreams streams;
    private boolean salvage;
    private Unlocked unlocked;
    private volatile boolean passwordConfirmed;

    private ZipReader(Path file, ByteSource source, Listing listing, List<EntryRecord> records) {
        this.file = file;
        this.source = source;
        this.listing = listing;
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
                            end.comment(),
                            names,
                            directory.entries());
            limits.checkRatio(listing.totalBytes(), source.size());
            return new ZipReader(file, source, listing, directory.records());
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
        ZipReader reader = new ZipReader(file, source, listing, records);
        reader.salvage = true;
        return reader;
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
            verdict = salvage ? unlocking.verdictAmongDamage() : unlocking.verdict();
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

    private void forgetPassword() {
        if (unlocked != null) {
            unlocked.close();
            unlocked = null;
        }
        passwordConfirmed = false;
    }

    @Override
    public synchronized boolean isUnlocked() {
        return unlocked != null || !listing.needsPassword();
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
        if (listing.needsPassword()) {
            streams.deriveAhead(next, requirePassword());
        }
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return entry.protection().needsPassword()
                ? streams.openEncrypted(entry, requirePassword(), passwordConfirmed, this::confirm)
                : streams.openPlain(entry, whole -> {});
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
