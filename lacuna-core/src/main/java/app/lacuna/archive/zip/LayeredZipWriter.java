package app.lacuna.archive.zip;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.PackingWatch;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.EncryptedStream;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.crypto.Primitives;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Writes the layered form in one pass: an ordinary ZIP archive, as the one stored and encrypted
 * entry of another. Of the contents a stranger sees their size together and the time of packing.
 *
 * <p>The inner archive is not compressed again, so under counter mode any byte of it can be
 * decrypted alone: {@link LayeredZipReader} lists and extracts without decrypting the rest.
 */
final class LayeredZipWriter implements KeepingWriter {
    static final String ENTRY_NAME = "contents.zip";

    private final ZipOutput out;
    private byte[] note;
    private final EncryptedStream cipher;
    private final EncryptingOutput encrypted;
    private final ZipWriter inner;
    private final EntryRecord entry;
    private final long dataStart;

    /**
     * @param out empty; it stays open when the writer is closed
     * @param password not kept
     */
    LayeredZipWriter(
            ZipOutput out, PackOptions options, Secret password, SecureRandom random, Clock clock)
            throws IOException {
        this.out = out;
        this.note = options.note().getBytes(StandardCharsets.UTF_8);
        AesStrength strength = options.protection().strength().orElseThrow();
        EntryRecord draft = outerRecord(strength, clock.instant());
        byte[] header = HeaderWriter.local(draft, true);
        out.keepTogether(header.length);
        entry = draft.at(out.position());
        out.write(header);
        dataStart = out.position();
        byte[] salt = new byte[strength.saltBytes()];
        random.nextBytes(salt);
        try (KeyDerivation derivation = password.withUtf8(KeyDerivation::new);
                EntryKeys keys = EntryKeys.derive(derivation, strength, salt)) {
            out.write(salt);
            out.write(keys.verificationValue());
            cipher = new EncryptedStream(keys, Primitives.fastest());
        }
        encrypted = new EncryptingOutput(out, cipher);
        PackOptions open =
                options.withNames(Names.VISIBLE).withProtection(Protection.NONE).withNote("");
        inner = new ZipWriter(encrypted, open, Optional.empty(), random);
    }

    private static EntryRecord outerRecord(AesStrength strength, Instant now) {
        return new EntryRecord(
                ENTRY_NAME.getBytes(StandardCharsets.UTF_8),
                ZipConstants.FLAG_UTF8 | ZipConstants.FLAG_ENCRYPTED,
                ZipConstants.METHOD_STORED,
                Optional.of(strength),
                2,
                0,
                0,
                0,
                DosTime.encode(now, java.time.ZoneId.systemDefault()),
                Optional.of(now.getEpochSecond()),
                ZipConstants.TYPE_FILE | 0600,
                0,
                true);
    }

    @Override
    public void addAll(List<FileItem> items, PackingWatch watch) throws IOException {
        inner.addAll(items, watch);
    }

    @Override
    public void addText(String path, byte[] text, Instant time) throws IOException {
        inner.addText(path, text, time);
    }

    @Override
    public void keepAll(OpenedZip from, List<KeptEntry> entries, Encryption how, KeepingWatch watch)
            throws IOException {
        inner.keepAll(from, entries, how, watch);
    }

    @Override
    public void keepNote(OpenedZip from) {
        note = from.note();
    }

    @Override
    public void finish() throws IOException {
        inner.finish();
        encrypted.end();
        EntryRecord full = entry.withData(0, out.position() - dataStart, encrypted.position());
        out.patch(full.headerOffset(), HeaderWriter.local(full, true));
        EndOfArchive.write(out, List.of(full), note);
    }

    @Override
    public void close() {
        inner.close();
        cipher.close();
    }
}
