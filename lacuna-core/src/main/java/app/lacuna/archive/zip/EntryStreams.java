package app.lacuna.archive.zip;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.compression.Method;
import app.lacuna.compression.NativeMethods;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.Authentication;
import app.lacuna.crypto.EncryptedStream;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.Primitives;
import app.lacuna.crypto.RandomAccessCipher;
import app.lacuna.crypto.SegmentCodes;
import app.lacuna.crypto.TraditionalCipher;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import app.lacuna.io.CopyingInput;
import app.lacuna.io.PinnedSource;
import app.lacuna.io.SourceInput;
import app.lacuna.io.WindowSource;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** From the bytes of the archive to the contents of one entry. */
final class EntryStreams {
    private final ByteSource source;
    private final List<EntryRecord> records;
    private final Sizes sizes;

    EntryStreams(ByteSource source, List<EntryRecord> records) {
        this(source, records, Sizes.IN_BOTH_HEADERS);
    }

    EntryStreams(ByteSource source, List<EntryRecord> records, Sizes sizes) {
        this.source = source;
        this.records = records;
        this.sizes = sizes;
    }

    /** Where the packed sizes in the records come from. */
    enum Sizes {
        IN_BOTH_HEADERS,
        /** From what was found behind the data: the header may say something else. */
        FOUND
    }

    /** Receives ciphertext in its order, a buffer at a time. */
    @FunctionalInterface
    interface Ciphertext {
        void accept(byte[] bytes, int count) throws IOException;
    }

    /** What is inside a stored AES entry: its ciphertext, and the same decrypted. */
    record Inside(PinnedSource ciphertext, ByteSource decrypted) {}

    /**
     * An entry that needs no password.
     *
     * @param packed gets a copy of the packed bytes meanwhile
     */
    InputStream openPlain(ArchiveEntry entry, OutputStream packed) throws IOException {
        EntryRecord record = supported(entry);
        InputStream data = new SourceInput(source, dataStart(entry), record.packedSize());
        return new CheckedInput(new CopyingInput(data, packed), record, entry.path(), () -> {});
    }

    /**
     * @param confirmed whether the password is known to be the right one, so that a mismatch can
     *     only be damage
     * @param packed gets a copy of the decrypted, still packed bytes meanwhile
     */
    InputStream openEncrypted(
            ArchiveEntry entry,
            PasswordKeys unlocked,
            boolean confirmed,
            Runnable onWhole,
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
            PasswordKeys unlocked,
            boolean confirmed)
            throws IOException {
        AesStrength strength = record.aes().orElseThrow();
        int lead = EncryptedStart.Aes.length(strength);
        long length = record.packedSize() - lead - EncryptedStream.CODE_BYTES;
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
                    new SourceInput(source, dataStart + lead, length + EncryptedStream.CODE_BYTES),
                    new EncryptedStream(keys, Primitives.forBytes(length)),
                    length,
                    new DamagedArchive(mismatch, entry.path(), dataStart));
        }
    }

    private InputStream traditional(
            EntryRecord record, ArchiveEntry entry, long dataStart, PasswordKeys unlocked)
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
    void authenticate(
            ArchiveEntry entry, PasswordKeys unlocked, boolean confirmed, Ciphertext onRead)
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
            Authentication authentication = new Authentication(keys, Primitives.forBytes(length));
            byte[] buffer = new byte[1 << 17];
            for (long done = 0; done < length; ) {
                int count = in.readNBytes(buffer, 0, (int) Math.min(buffer.length, length - done));
                if (count == 0) {
                    throw new DamagedArchive(Damage.CUT_SHORT, entry.path(), dataStart);
                }
                authentication.update(buffer, 0, count);
                done += count;
                onRead.accept(buffer, count);
            }
            if (!authentication.matches(in.readNBytes(Authentication.CODE_BYTES))) {
                Damage mismatch =
                        confirmed ? Damage.AUTHENTICATION : Damage.AUTHENTICATION_OR_PASSWORD;
                throw new DamagedArchive(mismatch, entry.path(), dataStart);
            }
        }
    }

    /** Whether what stands before the data speaks for the password. */
    boolean fits(ArchiveEntry entry, PasswordKeys unlocked) throws IOException {
        return fitEach(entry, List.of(unlocked)).get(0);
    }

    /** The same for each of these passwords. */
    List<Boolean> fitEach(ArchiveEntry entry, List<PasswordKeys> passwords) throws IOException {
        EntryRecord record = records.get(entry.index());
        long dataStart = dataStart(entry);
        List<Boolean> fit = new ArrayList<>(passwords.size());
        if (record.aes().isEmpty()) {
            for (PasswordKeys password : passwords) {
                try (TraditionalCipher cipher = password.traditional()) {
                    fit.add(EncryptedStart.fits(source, dataStart, record, cipher));
                }
            }
            return fit;
        }
        EncryptedStart.Aes start = EncryptedStart.Aes.read(source, dataStart, record.aes().get());
        for (EntryKeys keys : PasswordKeys.keys(passwords, start)) {
            fit.add(start.fits(keys));
            keys.close();
        }
        return fit;
    }

    /** Derives the keys of these entries together; those that can not be are left for later. */
    void deriveAhead(List<ArchiveEntry> entries, PasswordKeys unlocked) throws IOException {
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
        indexes.forEach(
                (strength, own) -> unlocked.deriveAhead(own, requireNonNull(starts.get(strength))));
    }

    /**
     * @throws DamagedArchive if its headers can not be right
     */
    void requireSound(ArchiveEntry entry) throws IOException {
        dataStart(entry);
    }

    /** For each of these entries, in their order; a damaged one speaks against it. */
    List<Boolean> fit(List<ArchiveEntry> entries, PasswordKeys unlocked) throws IOException {
        deriveAhead(entries, unlocked);
        List<Boolean> fit = new ArrayList<>(entries.size());
        for (ArchiveEntry entry : entries) {
            EntryRecord record = records.get(entry.index());
            try {
                if (record.aes().isEmpty()) {
                    fit.add(fits(entry, unlocked));
                    continue;
                }
                EncryptedStart.Aes start =
                        EncryptedStart.Aes.read(source, dataStart(entry), record.aes().get());
                try (EntryKeys keys = unlocked.keys(entry.index(), start)) {
                    fit.add(start.fits(keys));
                }
            } catch (LacunaException e) {
                fit.add(false); // damaged headers say nothing about the password
            }
        }
        return fit;
    }

    /** The inside of a stored AES entry, not authenticated. The caller closes the source. */
    ByteSource inside(ArchiveEntry entry, PasswordKeys unlocked) throws IOException {
        try (EntryKeys keys = keysOf(entry, unlocked)) {
            return new DecryptingSource(
                    ciphertext(entry), new RandomAccessCipher(keys, Primitives.fastest()));
        }
    }

    /** The same, every part of it held against what it was before. */
    Inside pinnedInside(ArchiveEntry entry, PasswordKeys unlocked) throws IOException {
        WindowSource window = ciphertext(entry);
        SegmentCodes codes = new SegmentCodes(window.size(), new SecureRandom());
        DamagedArchive onChange =
                new DamagedArchive(Damage.AUTHENTICATION, entry.path(), dataStart(entry));
        PinnedSource pinned = new PinnedSource(window, codes, onChange);
        try (EntryKeys keys = keysOf(entry, unlocked)) {
            RandomAccessCipher cipher = new RandomAccessCipher(keys, Primitives.fastest());
            return new Inside(pinned, new DecryptingSource(pinned, cipher));
        }
    }

    private EntryKeys keysOf(ArchiveEntry entry, PasswordKeys unlocked) throws IOException {
        AesStrength strength = records.get(entry.index()).aes().orElseThrow();
        return unlocked.keys(EncryptedStart.Aes.read(source, dataStart(entry), strength));
    }

    private WindowSource ciphertext(ArchiveEntry entry) throws IOException {
        EntryRecord record = records.get(entry.index());
        int lead = EncryptedStart.Aes.length(record.aes().orElseThrow());
        long length = record.packedSize() - lead - EncryptedStream.CODE_BYTES;
        return new WindowSource(source, dataStart(entry) + lead, length);
    }

    /** Where the data begins; the two headers have been held against each other. */
    long dataStart(ArchiveEntry entry) throws IOException {
        return new LocalHeaderReader(source, records.get(entry.index()), entry.path())
                .dataStart(sizes);
    }

    private EntryRecord supported(ArchiveEntry entry) throws LacunaException {
        EntryRecord record = records.get(entry.index());
        if (entry.kind() == ItemKind.FOLDER && record.size() > 0) {
            throw new DamagedArchive(
                    Damage.FOLDER_WITH_CONTENTS, entry.path(), record.headerOffset());
        }
        Optional<String> unknown = unknownEncryption(record);
        if (unknown.isPresent()) {
            throw new UnsupportedFeature(unknown.get(), entry.path());
        }
        Optional<Method> method = MethodCodes.method(record.method());
        if (method.isEmpty()) {
            throw new UnsupportedFeature("compression " + entry.method(), entry.path());
        }
        NativeMethods.require(method.get(), entry.path());
        return record;
    }

    /** What protects it, if that is not known here: then no password is right or wrong. */
    static Optional<String> unknownEncryption(EntryRecord record) {
        if ((record.flags() & ZipConstants.FLAG_STRONG_ENCRYPTION) != 0) {
            return Optional.of("strong encryption (APPNOTE section 7)");
        }
        boolean unknownAes =
                record.isEncrypted()
                        && record.aes().isEmpty()
                        && record.method() == ZipConstants.METHOD_AES;
        return unknownAes
                ? Optional.of("AES encryption of an unknown version or strength")
                : Optional.empty();
    }
}
