package app.lacuna.reedsolomon;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.function.LongConsumer;

/**
 * Writes a recovery file into an image, where its header says that it belongs. The checksums of a
 * disc are kept in memory meanwhile: two bytes for each thousand.
 */
public final class RecoveryWriter {
    private static final int BUFFER_SECTORS = Encoder.WINDOW;

    private final RecoveryHeader header;
    private final FileChannel image;
    private final LongConsumer onRead;
    private final CancelToken cancel;
    private final int[] checksums;

    /**
     * @param image written to, and for the disc's own recovery data read from
     * @param onRead told how many bytes have been read since it was told last
     */
    public RecoveryWriter(
            RecoveryHeader header, FileChannel image, LongConsumer onRead, CancelToken cancel) {
        this.header = header;
        this.image = image;
        this.onRead = onRead;
        this.cancel = cancel;
        this.checksums =
                new int[Math.toIntExact(header.protectedSectors() + header.paritySectors())];
    }

    /** For a disc by itself, whose covered part has been written. */
    public void ofThisDisc() throws IOException {
        writeFront();
        Shards own =
                (shard, first, count, into) -> {
                    long sector = shard * header.stripes() + first;
                    readOwn(sector, count, into);
                    note(sector, count, into);
                    onRead.accept((long) count * Sector.BYTES);
                    return new BitSet();
                };
        new Encoder(header.code(), own, cancel)
                .encode(
                        header.stripes(),
                        (row, stripe, bytes, length) -> parity(row, stripe, bytes, length));
        writeRest();
    }

    /** For a disc that others can replace: only checksums. */
    public void ofASet() throws IOException {
        writeFront();
        byte[] buffer = new byte[BUFFER_SECTORS * Sector.BYTES];
        for (long first = 0; first < header.protectedSectors(); first += BUFFER_SECTORS) {
            cancel.check();
            int count = (int) Math.min(BUFFER_SECTORS, header.protectedSectors() - first);
            readOwn(first, count, buffer);
            note(first, count, buffer);
            onRead.accept((long) count * Sector.BYTES);
        }
        writeRest();
    }

    /**
     * For a disc for recovery.
     *
     * @param discs the other discs of the set in their order
     */
    public void forASet(List<ByteSource> discs) throws IOException {
        int row = header.disc() - header.dataShards() - 1;
        Shards others =
                (shard, first, count, into) -> {
                    long there = header.lengths().get(shard) - first;
                    int sectors = (int) Math.max(0, Math.min(count, there));
                    fillWithZeros(into, sectors, count);
                    SectorSource disc = new SectorSource(discs.get(shard));
                    if (!disc.read(first, sectors, into, 0).isEmpty()) {
                        throw new IOException("a disc of the set can not be read");
                    }
                    onRead.accept((long) sectors * Sector.BYTES);
                    return new BitSet();
                };
        new Encoder(header.code(), others, cancel)
                .encode(
                        header.stripes(),
                        (parity, stripe, bytes, length) -> {
                            if (parity == row) {
                                parity(0, stripe, bytes, length);
                            }
                        });
        writeRest();
    }

    private static void fillWithZeros(byte[] into, int from, int to) {
        Arrays.fill(into, from * Sector.BYTES, to * Sector.BYTES, (byte) 0);
    }

    /** Behind the covered part there are zeros. */
    private void readOwn(long first, int count, byte[] into) throws IOException {
        int there = (int) Math.max(0, Math.min(count, header.protectedSectors() - first));
        fillWithZeros(into, there, count);
        ByteBuffer buffer = ByteBuffer.wrap(into, 0, there * Sector.BYTES);
        while (buffer.hasRemaining()) {
            if (image.read(buffer, first * Sector.BYTES + buffer.position()) < 0) {
                throw new IOException("the image is shorter than what is to be covered");
            }
        }
    }

    private void note(long first, int count, byte[] bytes) {
        for (int i = 0; i < count && first + i < header.protectedSectors(); i++) {
            checksums[(int) (first + i)] = Sector.checksum(bytes, i * Sector.BYTES);
        }
    }

    private void parity(int row, long stripe, byte[] bytes, int length) throws IOException {
        for (int at = 0; at < length; ) {
            long first = header.paritySector(row, stripe + at / Sector.BYTES);
            int end = at;
            long next = first;
            while (end < length && header.paritySector(row, stripe + end / Sector.BYTES) == next) {
                checksums[(int) (header.protectedSectors() + next)] = Sector.checksum(bytes, end);
                end += Sector.BYTES;
                next++;
            }
            write(header.firstParity() + first, ByteBuffer.wrap(bytes, at, end - at));
            at = end;
        }
    }

    /** Before anything is read: these sectors are covered, too. */
    private void writeFront() throws IOException {
        for (long place : header.front()) {
            write(place, ByteBuffer.wrap(header.toBytes()));
        }
    }

    private void writeRest() throws IOException {
        for (long table : new long[] {header.firstTable(), header.secondTable()}) {
            for (long sector = 0; sector < header.tableSectors(); sector++) {
                write(table + sector, ByteBuffer.wrap(tableSector(sector)));
            }
        }
        for (long place : header.headers()) {
            write(place, ByteBuffer.wrap(header.toBytes()));
        }
    }

    private byte[] tableSector(long number) {
        byte[] sector = new byte[Sector.BYTES];
        ByteBuffer out = ByteBuffer.wrap(sector).order(ByteOrder.LITTLE_ENDIAN);
        int from = (int) (number * RecoveryHeader.CHECKSUMS_IN_SECTOR);
        int to = Math.min(from + RecoveryHeader.CHECKSUMS_IN_SECTOR, checksums.length);
        for (int i = from; i < to; i++) {
            out.putInt(checksums[i]);
        }
        return RecoveryHeader.sealed(sector);
    }

    private void write(long sector, ByteBuffer bytes) throws IOException {
        long position = sector * Sector.BYTES;
        while (bytes.hasRemaining()) {
            position += image.write(bytes, position);
        }
    }
}
