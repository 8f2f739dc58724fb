package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.Authentication;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.cipher.Primitives;
import app.lacuna.cipher.RandomAccessCipher;
import app.lacuna.cipher.SealedStream;
import app.lacuna.cipher.TraditionalCipher;
import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.UnsupportedFeature;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.LongConsumer;

/** From the bytes of the archive to the contents of one entry. */
final class EntryStreams {
    private final ByteSource source;
    private final List<EntryRecord> records;

    EntryStreams(ByteSource source, List<EntryRecord> records) {
        this.source = source;
        this.records = records;
    }

    /** An entry that needs no password. */
    InputStream openPlain(ArchiveEntry entry, Consumer<EntryRecord> onWhole) throws IOException {
        return openPlain(entry, onWhole, OutputStream.nullOutputStream());
    }

    /** The same; the packed bytes are copied meanwhile. */
    InputStream openPlain(ArchiveEntry entry, Consumer<EntryRecord> onWhole, OutputStream packed)
            throws IOException {
        EntryRecord record = supported(entry);
        InputStream data = new SourceInput(source, dataStart(entry), record.packedSize());
        return new CheckedInput(new CopyingInput(data, packed), record, entry.path(), onWhole);
    }

    /**
     * @param confirmed whether the password is known to be the right one, so that a mismatch can
     *     only be damage
     */
    InputStream openEncrypted(
            ArchiveEntry entry, Unlocked unlocked, boolean confirmed, Consumer<EntryRecord> onWhole)
            throws IOException {
        return openEncrypted(entry, unlocked, confirmed, onWhole, OutputStream.nullOutputStream());
    }

    /** The same; the decrypted, still packed bytes are copied meanwhile. */
    InputStream openEncrypted(
            ArchiveEntry entry,
            Unlocked unlocked,
            boolean confirmed,
            Consumer<EntryRecord> onWhole,
            OutputStream packed)
            throws IOException {
        EntryRecord record = supported(entry);
        long start = dataStart(entry);
        InputStream data =
                record.aes().isPresent()
                        ? decrypted(record, entry, start, unlocked, confirmed)
                        : traditional(record, entry, start, unlocked);
        return new CheckedInput(new CopyingInput(data, packed), record, entry.path(), onWhole);
    }

    private InputStream decrypted(
            EntryRecord record,
            ArchiveEntry entry,
            long dataStart,
            Unlocked unlocked,
            boolean confirmed)
            throws IOException {
        AesStrength strength = record.aes().orElseThrow();
        int lead = EncryptedStart.Aes.length(strength);
        long length = record.packedSize() - lead - SealedStream.CODE_BYTES;
        if (length < 0) {
            throw new DamagedArchive(Damage.SIZE, entry.path(), dataStart);
        }
        EncryptedStart.Aes start = EncryptedStart.Aes.read(source, dataStart, strength);
        try (EntryKeys keys = unlocked.keys(entry.index(), start)) {
            if (!start.fits(keys)) {
                throw new DamagedArchive(Damage.VERIFICATION_VALUE, entry.path(), dataStart);
            }
            Damage mismatch = confirmed ? Damage.AUTHENTICATION : Damage.AUTHENTICATION_OR_PASSWORD;
            return new DecryptingInput(
                    new SourceInput(source, dataStart + lead, length + SealedStream.CODE_BYTES),
                    new SealedStream(keys),
                    length,
                    new DamagedArchive(mismatch, entry.path(), dataStart));
        }
    }

    private InputStream traditional(
            EntryRecord record, ArchiveEntry entry, long dataStart, Unlocked unlocked)
            throws IOException {
        long length = record.packedSize() - TraditionalCipher.HEADER_BYTES;
        TraditionalCipher cipher = unlocked.traditional();
        if (length < 0 || !EncryptedStart.fits(source, dataStart, record, cipher)) {
            throw new DamagedArchive(
                    length < 0 ? Damage.SIZE : Damage.VERIFICATION_VALUE, entry.path(), dataStart);
        }
        return new TraditionalInput(
                new SourceInput(source, dataStart + TraditionalCipher.HEADER_BYTES, length),
                cipher);
    }

    /** Only the authentication code, over the ciphertext as it is. */
    void authenticate(ArchiveEntry entry, Unlocked unlocked, boolean confirmed, LongConsumer onRead)
            throws IOException {
        EntryRecord record = records.get(entry.index());
        AesStrength strength = record.aes().orElseThrow();
        long dataStart = dataStart(entry);
        int lead = EncryptedStart.Aes.length(strength);
        long length = record.packedSize() - lead - Authentication.CODE_BYTES;
        EncryptedStart.Aes start = EncryptedStart.Aes.read(source, dataStart, strength);
        try (EntryKeys keys = unlocked.keys(start);
                SourceInput in =
                        new SourceInput(
                                source,
                                dataStart + lead,
                                Math.max(0, length) + Authentication.CODE_BYTES)) {
            Authentication authentication = new Authentication(keys, Primitives.fastest());
            byte[] buffer = new byte[1 << 17];
            for (long done = 0; done < length; ) {
                int count = in.readNBytes(buffer, 0, (int) Math.min(buffer.length, length - done));
                if (count == 0) {
                    throw new DamagedArchive(Damage.CUT_SHORT, entry.path(), dataStart);
                }
                authentication.update(buffer, 0, count);
                done += count;
                onRead.accept(count);
            }
            if (!authentication.matches(in.readNBytes(Authentication.CODE_BYTES))) {
                Damage mismatch =
                        confirmed ? Damage.AUTHENTICATION : Damage.AUTHENTICATION_OR_PASSWORD;
                throw new DamagedArchive(mismatch, entry.path(), dataStart);
            }
        }
    }

    /** Whether what stands before the data speaks for the password. */
    boolean fits(ArchiveEntry entry, Unlocked unlocked) throws IOException {
        EntryRecord record = records.get(entry.index());
        long dataStart = dataStart(entry);
        if (record.aes().isEmpty()) {
            try (TraditionalCipher cipher = unlocked.traditional()) {
                return EncryptedStart.fits(source, dataStart, record, cipher);
            }
        }
        EncryptedStart.Aes start = EncryptedStart.Aes.read(source, dataStart, record.aes().get());
        try (EntryKeys keys = unlocked.keys(start)) {
            return start.fits(keys);
        }
    }

    /** Derives the keys of these entries together; those that can not be are left for later. */
    void deriveAhead(List<ArchiveEntry> entries, Unlocked unlocked) throws IOException {
        Map<AesStrength, List<Integer>> indexes = new LinkedHashMap<>();
        Map<AesStrength, List<EncryptedStart.Aes>> starts = new LinkedHashMap<>();
        for (ArchiveEntry entry : entries) {
            EntryRecord record = records.get(entry.index());
            if (record.aes().isEmpty()) {
                continue;
            }
            AesStrength strength = record.aes().get();
            try {
                EncryptedStart.Aes start =
                        EncryptedStart.Aes.read(source, dataStart(entry), strength);
                indexes.computeIfAbsent(strength, s -> new ArrayList<>()).add(entry.index());
                starts.computeIfAbsent(strength, s -> new ArrayList<>()).add(start);
            } catch (DamagedArchive e) {
                continue; // opening it will say so
            }
        }
        indexes.forEach((strength, own) -> unlocked.deriveAhead(own, starts.get(strength)));
    }

    /** The inside of a stored AES entry, not authenticated. The caller closes the source. */
    ByteSource inside(ArchiveEntry entry, Unlocked unlocked) throws IOException {
        EntryRecord record = records.get(entry.index());
        AesStrength strength = record.aes().orElseThrow();
        long dataStart = dataStart(entry);
        int lead = EncryptedStart.Aes.length(strength);
        EncryptedStart.Aes start = EncryptedStart.Aes.read(source, dataStart, strength);
        long declared = record.packedSize() - lead - SealedStream.CODE_BYTES;
        long left = source.size() - dataStart - lead;
        try (EntryKeys keys = unlocked.keys(start)) {
            return new DecryptingSource(
                    source,
                    dataStart + lead,
                    Math.max(0, Math.min(declared, left)),
                    new RandomAccessCipher(keys, Primitives.fastest()));
        }
    }

    /** Where the data begins; the two headers have been held against each other. */
    long dataStart(ArchiveEntry entry) throws IOException {
        return new LocalHeaderReader(source, records.get(entry.index()), entry.path()).dataStart();
    }

    private EntryRecord supported(ArchiveEntry entry) throws UnsupportedFeature {
        EntryRecord record = records.get(entry.index());
        if ((record.flags() & ZipConstants.FLAG_STRONG_ENCRYPTION) != 0) {
            throw new UnsupportedFeature("strong encryption (APPNOTE section 7)", entry.path());
        }
        boolean aesUnknown =
                entry.protection() == Protection.TRADITIONAL
                        && record.method() == ZipConstants.METHOD_AES;
        if (aesUnknown || MethodCodes.method(record.method()).isEmpty()) {
            throw new UnsupportedFeature("compression " + entry.method(), entry.path());
        }
        return record;
    }
}
