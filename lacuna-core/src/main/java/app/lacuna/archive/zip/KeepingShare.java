package app.lacuna.archive.zip;

import app.lacuna.compression.ByteRun;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.zip.CRC32;

/**
 * One worker's share: small entries of an older archive, each in memory, copied or encrypted anew.
 */
final class KeepingShare implements Callable<List<KeepingShare.Ready>> {
    private static final int BUFFER_BYTES = 1 << 16;

    private final List<OlderEntry> pieces;
    private final List<byte[]> salts;
    private final ZipContents source;
    private final EntryEncryption encryption;
    private final KeepingWatch watch;

    /** An entry that can be appended, or one that is too large for memory and has no bytes here. */
    record Ready(OlderEntry piece, Optional<Bytes> bytes) {}

    /**
     * @param header complete but for its place
     */
    record Bytes(byte[] local, EncryptedData data, OlderHeader header) {}

    /**
     * @param salts a new one for each piece
     */
    KeepingShare(
            List<OlderEntry> pieces,
            List<byte[]> salts,
            ZipContents source,
            EntryEncryption encryption,
            KeepingWatch watch) {
        this.pieces = pieces;
        this.salts = salts;
        this.source = source;
        this.encryption = encryption;
        this.watch = watch;
    }

    @Override
    public List<Ready> call() throws IOException {
        boolean anew = pieces.stream().anyMatch(this::isEncryptedHere);
        if (anew) {
            source.prepare(
                    pieces.stream().filter(this::isEncryptedHere).map(OlderEntry::entry).toList());
        }
        List<EntryKeys> keys =
                anew && encryption.strength().isPresent() ? encryption.keys(salts) : List.of();
        List<Ready> ready = new ArrayList<>(pieces.size());
        try {
            for (int i = 0; i < pieces.size(); i++) {
                watch.check();
                Optional<EntryKeys> own =
                        keys.isEmpty() ? Optional.empty() : Optional.of(keys.get(i));
                ready.add(ready(pieces.get(i), salts.get(i), own));
            }
        } finally {
            keys.forEach(EntryKeys::close);
        }
        return ready;
    }

    private boolean isEncryptedHere(OlderEntry piece) {
        return piece.isSmall() && piece.encryption() == Encryption.ANEW;
    }

    private Ready ready(OlderEntry piece, byte[] salt, Optional<EntryKeys> keys)
            throws IOException {
        if (!piece.isSmall()) {
            return new Ready(piece, Optional.empty());
        }
        Bytes bytes = isEncryptedHere(piece) ? encryptedAnew(piece, salt, keys) : copied(piece);
        watch.onBytes(piece.kept(), piece.record().packedSize());
        return new Ready(piece, Optional.of(bytes));
    }

    private Bytes copied(OlderEntry piece) throws IOException {
        EntryRecord record = piece.record();
        long start = source.dataStart(piece.entry());
        int length =
                (int) record.packedSize()
                        + DescriptorLength.behind(source.reader().source(), start, record);
        byte[] data = new byte[length];
        try (SourceInput in = new SourceInput(source.reader().source(), start, length)) {
            if (in.readNBytes(data, 0, length) < length) {
                throw new DamagedArchive(Damage.CUT_SHORT, piece.entry().path(), start);
            }
        }
        return new Bytes(
                piece.local(source.reader().source()).toBytes(),
                EncryptedData.open(ByteRun.of(data), record.crc()),
                new OlderHeader(
                        piece.renamed(piece.central()).toBytes(),
                        record.crc(),
                        record.packedSize(),
                        record.size(),
                        0));
    }

    private Bytes encryptedAnew(OlderEntry piece, byte[] salt, Optional<EntryKeys> keys)
            throws IOException {
        EntryRecord record = piece.record();
        ByteRun taken = new ByteRun((int) record.packedSize());
        int crc;
        try (InputStream in = source.openWithPacked(piece.entry(), taken.asStream())) {
            crc = checksum(in, watch);
        }
        EncryptedData data = encryption.encrypt(taken, salt, keys, crc);
        RawHeader local =
                piece.local(source.reader().source())
                        .setProtection(record.method(), encryption.strength())
                        .setLocalData(data.crc(), data.length(), record.size());
        RawHeader central =
                piece.renamed(piece.central())
                        .setProtection(record.method(), encryption.strength());
        return new Bytes(
                local.toBytes(),
                data,
                new OlderHeader(central.toBytes(), data.crc(), data.length(), record.size(), 0));
    }

    /** Reads to the end, which checks the entry. */
    static int checksum(InputStream contents, KeepingWatch watch) throws IOException {
        CRC32 crc = new CRC32();
        byte[] buffer = new byte[BUFFER_BYTES];
        int count;
        while ((count = contents.readNBytes(buffer, 0, buffer.length)) > 0) {
            watch.check();
            crc.update(buffer, 0, count);
        }
        Arrays.fill(buffer, (byte) 0);
        return (int) crc.getValue();
    }
}
