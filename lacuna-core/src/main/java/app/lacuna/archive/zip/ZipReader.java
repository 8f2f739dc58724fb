package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Protection;
import app.lacuna.base.Secret;
import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.KeyDerivation;
import app.lacuna.cipher.SealedStream;
import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.failure.UnsupportedFeature;
import app.lacuna.failure.WrongPassword;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;

/** Reads a ZIP archive. Only the central directory is kept in memory. */
public final class ZipReader implements ArchiveReader {
    private final Path file;
    private final FileChannel channel;
    private final Listing listing;
    private final List<EntryRecord> records;
    private KeyDerivation password;
    private volatile boolean passwordConfirmed;

    private ZipReader(Path file, FileChannel channel, Listing listing, List<EntryRecord> records) {
        this.file = file;
        this.channel = channel;
        this.listing = listing;
        this.records = records;
    }

    /** The caller closes the reader. */
    public static ZipReader open(Path file) throws IOException {
        FileChannel channel = FileChannel.open(file, StandardOpenOption.READ);
        try {
            EndRecord end = new EndReader(channel, file).read();
            DirectoryReader directory = new DirectoryReader(channel, end);
            directory.read();
            Listing listing = new Listing(file, channel.size(), end.comment(), directory.entries());
            return new ZipReader(file, channel, listing, directory.records());
        } catch (IOException | RuntimeException e) {
            channel.close();
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

    boolean verificationValueFits(ArchiveEntry entry) throws IOException {
        EntryRecord record = records.get(entry.index());
        long dataStart = dataStart(record, entry);
        try (PasswordCheck.Result check =
                PasswordCheck.check(channel, dataStart, record.aes().orElseThrow(), password)) {
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
                        : new ChannelInput(channel, dataStart, record.packedSize());
        return new CheckedInput(packed, record, entry.path(), this::confirm);
    }

    private void confirm(EntryRecord whole) {
        if (whole.isEncrypted()) {
            passwordConfirmed = true;
        }
    }

    private long dataStart(EntryRecord record, ArchiveEntry entry) throws IOException {
        return new LocalHeaderReader(channel, record, entry.path()).dataStart();
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
        try (PasswordCheck.Result check = PasswordCheck.check(channel, dataStart, strength, keys)) {
            if (!check.fits()) {
                throw new DamagedArchive(Damage.VERIFICATION_VALUE, entry.path(), dataStart);
            }
            InputStream data =
                    new ChannelInput(
                            channel, dataStart + overhead, length + SealedStream.CODE_BYTES);
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
        channel.close();
    }
}
