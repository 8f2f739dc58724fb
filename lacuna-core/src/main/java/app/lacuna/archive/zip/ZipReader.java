package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.KeyDerivation;
import app.lacuna.cipher.RandomAccessCipher;
import app.lacuna.cipher.SealedStream;
import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.failure.UnsupportedFeature;
import app.lacuna.failure.WrongPassword;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;

/** Reads a ZIP archive. Only the central directory is kept in memory. */
public final class ZipReader implements ArchiveReader {
    private final Path file;
    private final ByteSource source;
    private final Listing listing;
    private final List<EntryRecord> records;
    private KeyDerivation password;
    private volatile boolean passwordConfirmed;

    private ZipReader(Path file, ByteSource source, Listing listing, List<EntryRecord> records) {
        this.file = file;
        this.source = source;
        this.listing = listing;
        this.records = records;
    }

    /** The caller closes the reader. */
    public static ZipReader open(Path file) throws IOException {
        return open(file, new FileSource(file), Names.VISIBLE);
    }

    /** Takes the source over, also when it fails. */
    static ZipReader open(Path file, ByteSource source, Names names) throws IOException {
        try {
            EndRecord end = new EndReader(source, file).read();
            DirectoryReader directory = new DirectoryReader(source, end);
            directory.read();
            Listing listing =
                    new Listing(file, source.size(), end.comment(), names, directory.entries());
            return new ZipReader(file, source, listing, directory.records());
        } catch (IOException | RuntimeException e) {
            source.close();
            throw e;
        }
    }

    @Override
    public Listing listing() {
        return listing;
    }

    @Override
    public synchronized void unlock(Secret secret) throws IOException {
        forgetPassword();
        password = secret.withUtf8(KeyDerivation::new);
        Unlocking.Verdict verdict = Unlocking.Verdict.WRONG;
        try {
            verdict = new Unlocking(this).verdict();
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
        if (password != null) {
            password.close();
            password = null;
        }
        passwordConfirmed = false;
    }

    @Override
    public synchronized boolean isUnlocked() {
        return password != null || !listing.needsPassword();
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

    /** The inside of a stored AES entry, not authenticated. The caller closes the source. */
    ByteSource inside(ArchiveEntry entry) throws IOException {
        EntryRecord record = records.get(entry.index());
        AesStrength strength = record.aes().orElseThrow();
        long dataStart = dataStart(record, entry);
        int overhead = PasswordCheck.overhead(strength);
        try (PasswordCheck.Result check =
                PasswordCheck.check(source, dataStart, strength, requirePassword())) {
            return new DecryptingSource(
                    source,
                    dataStart + overhead,
                    record.packedSize() - overhead - SealedStream.CODE_BYTES,
                    new RandomAccessCipher(check.keys()));
        }
    }

    boolean verificationValueFits(ArchiveEntry entry) throws IOException {
        EntryRecord record = records.get(entry.index());
        long dataStart = dataStart(record, entry);
        try (PasswordCheck.Result check =
                PasswordCheck.check(source, dataStart, record.aes().orElseThrow(), password)) {
            return check.fits();
        }
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        EntryRecord record = records.get(entry.index());
        requireSupported(record, entry);
        long dataStart = dataStart(record, entry);
        InputStream packed =
                record.aes().isPresent()
                        ? decrypted(record, entry, record.aes().get(), dataStart)
                        : new SourceInput(source, dataStart, record.packedSize());
        return new CheckedInput(packed, record, entry.path(), this::confirm);
    }

    private void confirm(EntryRecord whole) {
        if (whole.isEncrypted()) {
            passwordConfirmed = true;
        }
    }

    private long dataStart(EntryRecord record, ArchiveEntry entry) throws IOException {
        return new LocalHeaderReader(source, record, entry.path()).dataStart();
    }

    private void requireSupported(EntryRecord record, ArchiveEntry entry)
            throws UnsupportedFeature {
        if ((record.flags() & ZipConstants.FLAG_STRONG_ENCRYPTION) != 0) {
            throw new UnsupportedFeature("strong encryption (APPNOTE section 7)", entry.path());
        }
        if (entry.protection() == Protection.TRADITIONAL) {
            throw new UnsupportedFeature("traditional ZIP encryption", entry.path());
        }
        boolean known =
                record.method() == ZipConstants.METHOD_STORED
                        || record.method() == ZipConstants.METHOD_DEFLATE;
        if (!known) {
            throw new UnsupportedFeature("compression " + entry.method(), entry.path());
        }
    }

    private InputStream decrypted(
            EntryRecord record, ArchiveEntry entry, AesStrength strength, long dataStart)
            throws IOException {
        KeyDerivation keys = requirePassword();
        int overhead = PasswordCheck.overhead(strength);
        long length = record.packedSize() - overhead - SealedStream.CODE_BYTES;
        if (length < 0) {
            throw new DamagedArchive(Damage.SIZE, entry.path(), dataStart);
        }
        try (PasswordCheck.Result check = PasswordCheck.check(source, dataStart, strength, keys)) {
            if (!check.fits()) {
                throw new DamagedArchive(Damage.VERIFICATION_VALUE, entry.path(), dataStart);
            }
            InputStream data =
                    new SourceInput(source, dataStart + overhead, length + SealedStream.CODE_BYTES);
            Damage mismatch =
                    passwordConfirmed ? Damage.AUTHENTICATION : Damage.AUTHENTICATION_OR_PASSWORD;
            return new DecryptingInput(
                    data,
                    new SealedStream(check.keys()),
                    length,
                    new DamagedArchive(mismatch, entry.path(), dataStart));
        }
    }

    private synchronized KeyDerivation requirePassword() throws PasswordRequired {
        if (password == null) {
            throw new PasswordRequired(file);
        }
        return password;
    }

    @Override
    public synchronized void close() throws IOException {
        forgetPassword();
        source.close();
    }
}
