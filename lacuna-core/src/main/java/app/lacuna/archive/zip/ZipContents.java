package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Spelling;
import app.lacuna.error.PasswordRequired;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The entries of a ZIP archive, with what is needed of its password. */
final class ZipContents extends OpenedZip {
    private final ZipReader reader;
    private final EntryStreams streams;
    private final Optional<PasswordKeys> keys;
    private final Spelling spelling;
    private volatile boolean passwordConfirmed;
    private volatile boolean closed;

    /**
     * @param keys taken over
     */
    ZipContents(ZipReader reader, Optional<PasswordKeys> keys, Spelling spelling) {
        this.reader = reader;
        this.streams = reader.streams();
        this.keys = keys;
        this.spelling = spelling;
    }

    void passwordIs(Unlocking.Verdict verdict) {
        passwordConfirmed = verdict == Unlocking.Verdict.RIGHT;
    }

    @Override
    public Listing listing() {
        return reader.outside();
    }

    @Override
    public Spelling spelling() {
        return spelling;
    }

    @Override
    ZipContents contents() {
        return this;
    }

    @Override
    byte[] note() {
        return reader.note();
    }

    /** The archive as its headers show it. */
    ZipReader reader() {
        return reader;
    }

    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        Optional<ArchiveEntry> smallest = reader.smallestProtected();
        if (smallest.isEmpty()) {
            return;
        }
        if (smallest.get().protection().strength().isPresent()) {
            authenticate(smallest.get(), (bytes, count) -> cancel.check());
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
     * @param onRead given the ciphertext in its order; what it throws stops the work
     * @throws app.lacuna.error.DamagedArchive if it does not match
     */
    void authenticate(ArchiveEntry entry, EntryStreams.Ciphertext onRead) throws IOException {
        streams.authenticate(entry, requireKeys(), passwordConfirmed, onRead);
        passwordConfirmed = true;
    }

    /** The inside of a stored AES entry, not authenticated. The caller closes the source. */
    ByteSource inside(ArchiveEntry entry) throws IOException {
        return streams.inside(entry, requireKeys());
    }

    /** The same, every part of it held against what it was before. */
    EntryStreams.Inside pinnedInside(ArchiveEntry entry) throws IOException {
        return streams.pinnedInside(entry, requireKeys());
    }

    /** Whether what stands before the data speaks for the password. */
    boolean fits(ArchiveEntry entry) throws IOException {
        return streams.fits(entry, requireKeys());
    }

    /**
     * @throws DamagedArchive if its headers can not be right
     */
    void requireSound(ArchiveEntry entry) throws IOException {
        streams.requireSound(entry);
    }

    /** For each entry, in their order; a damaged one speaks against it. */
    List<Boolean> fit(List<ArchiveEntry> entries) throws IOException {
        return streams.fit(entries, requireKeys());
    }

    @Override
    public void prepare(List<ArchiveEntry> next) throws IOException {
        if (keys.isPresent()) {
            streams.deriveAhead(next.stream().filter(reader::isThere).toList(), requireKeys());
        }
    }

    @Override
    public void expect(List<ArchiveEntry> coming) {
        if (keys.isPresent()) {
            PasswordKeys.expect(coming);
        }
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return openWithPacked(entry, OutputStream.nullOutputStream());
    }

    /**
     * The contents of an entry; what it is unpacked from, decrypted but still compressed, is copied
     * to {@code packed} meanwhile, and all of it has been when the end is reached.
     */
    InputStream openWithPacked(ArchiveEntry entry, OutputStream packed) throws IOException {
        requireListed(entry);
        return entry.protection().needsPassword()
                ? streams.openEncrypted(
                        entry, requireKeys(), passwordConfirmed, this::confirm, packed)
                : streams.openPlain(entry, packed);
    }

    /** An entry of another archive, or of this one before it was changed, is another one here. */
    private void requireListed(ArchiveEntry entry) {
        List<ArchiveEntry> entries = listing().entries();
        if (entry.index() >= entries.size() || !entries.get(entry.index()).equals(entry)) {
            throw new IllegalArgumentException("not an entry of this archive");
        }
    }

    /** Where the data of an entry begins; its two headers have been held against each other. */
    long dataStart(ArchiveEntry entry) throws IOException {
        return streams.dataStart(entry);
    }

    private void confirm() {
        passwordConfirmed = true;
    }

    private PasswordKeys requireKeys() throws PasswordRequired {
        if (closed) {
            throw new IllegalStateException("the archive has been closed");
        }
        return keys.orElseThrow(() -> new PasswordRequired(reader.file()));
    }

    @Override
    public void close() {
        closed = true;
        keys.ifPresent(PasswordKeys::close);
    }
}
