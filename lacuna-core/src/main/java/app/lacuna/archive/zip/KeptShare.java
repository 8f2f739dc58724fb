package app.lacuna.archive.zip;

import app.lacuna.archive.KeepingWatch;
import app.lacuna.archive.Sealing;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.compression.ByteRun;
import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.zip.CRC32;

/** One worker's share: small entries of an older archive, each in memory, copied or sealed anew. */
final class KeptShare implements Callable<List<KeptShare.Ready>> {
    private static final int BUFFER_BYTES = 1 << 16;

    private final List<KeptPiece> pieces;
    private final List<byte[]> salts;
    private final ZipReader source;
    private final EntrySealing sealing;
    private final KeepingWatch watch;

    /** An entry that can be appended, or one that is too large for memory and has no bytes here. */
    record Ready(KeptPiece piece, Optional<Bytes> bytes) {}

    /**
     * @param header complete but for its place
     */
    record Bytes(byte[] local, SealedData data, KeptHeader header) {}

    /**
     * @param salts a new one for each piece
     */
    KeptShare(
            List<KeptPiece> pieces,
            List<byte[]> salts,
            ZipReader source,
            EntrySealing sealing,
            KeepingWatch watch) {
        this.pieces = pieces;
        this.salts = salts;
        this.source = source;
        this.sealing = sealing;
        this.watch = watch;
    }

    @Override
    public List<Ready> call() throws IOException {
        boolean anew = pieces.stream().anyMatch(this::isSealedHere);
        if (anew) {
            source.prepare(
                    pieces.stream().filter(this::isSealedHere).map(KeptPiece::entry).toList());
        }
        List<EntryKeys> keys =
                anew && sealing.strength().isPresent() ? sealing.keys(salts) : List.of();
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

    private boolean isSealedHere(KeptPiece piece) {
        return piece.isSmall() && piece.sealing() == Sealing.ANEW;
    }

    private Ready ready(KeptPiece piece, byte[] salt, Optional<EntryKeys> keys) throws IOException {
        if (!piece.isSmall()) {
            return new Ready(piece, Optional.empty());
        }
        Bytes bytes = isSealedHere(piece) ? sealedAnew(piece, salt, keys) : copied(piece);
        watch.onBytes(piece.kept(), piece.record().packedSize());
        return new Ready(piece, Optional.of(bytes));
    }

    private Bytes copied(KeptPiece piece) throws IOException {
        EntryRecord record = piece.record();
        long start = source.dataStart(piece.entry());
        int length =
                (int) record.packedSize() + DescriptorLength.behind(source.source(), start, record);
        byte[] data = new byte[length];
        try (SourceInput in = new SourceInput(source.source(), start, length)) {
            if (in.readNBytes(data, 0, length) < length) {
                throw new DamagedArchive(Damage.CUT_SHORT, piece.entry().path(), start);
            }
        }
        return new Bytes(
                piece.local(source.source()).toBytes(),
                SealedData.open(ByteRun.of(data), record.crc()),
                new KeptHeader(
                        piece.renamed(piece.central()).toBytes(),
                        record.crc(),
                        record.packedSize(),
                        record.size(),
                        0));
    }

    private Bytes sealedAnew(KeptPiece piece, byte[] salt, Optional<EntryKeys> keys)
            throws IOException {
        EntryRecord record = piece.record();
        Taken taken = new Taken((int) record.packedSize());
        int crc;
        try (InputStream in = source.openWithPacked(piece.entry(), taken)) {
            crc = checksum(in, watch);
        }
        SealedData data = sealing.seal(taken.run(), salt, keys, crc);
        RawHeader local =
                piece.local(source.source())
                        .setProtection(record.method(), sealing.strength())
                        .setLocalData(data.crc(), data.length(), record.size());
        RawHeader central =
                piece.renamed(piece.central()).setProtection(record.method(), sealing.strength());
        return new Bytes(
                local.toBytes(),
                data,
                new KeptHeader(central.toBytes(), data.crc(), data.length(), record.size(), 0));
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

    /** Hands its array on, which is then encrypted in place, or wiped. */
    private static final class Taken extends ByteArrayOutputStream {
        Taken(int capacity) {
            super(Math.max(64, capacity));
        }

        ByteRun run() {
            return ByteRun.of(buf, count);
        }
    }
}
