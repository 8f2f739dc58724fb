package app.lacuna.reedsolomon;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.function.LongConsumer;

/**
 * Repairs a disc by the recovery data that it has for itself. A new image is written: what can be
 * read, with what was lost worked out; the recovery file is made anew.
 */
public final class DiscRepair {
    private final CheckedDisc disc;
    private final RecoveryHeader header;
    private final LongConsumer onRead;
    private final CancelToken cancel;

    /**
     * @param header of {@link RecoveryHeader.Kind#THIS_DISC}
     * @param onRead told how many bytes have been copied since it was told last
     */
    public DiscRepair(
            ByteSource source, RecoveryHeader header, LongConsumer onRead, CancelToken cancel) {
        this.disc = new CheckedDisc(new SectorSource(source), header);
        this.header = header;
        this.onRead = onRead;
        this.cancel = cancel;
    }

    /**
     * @param image empty, to be read and written
     */
    public RepairReport into(FileChannel image) throws IOException {
        copy(disc, image, onRead, cancel);
        Found found = new Found(header.disc());
        Shards shards =
                (shard, first, count, into) -> {
                    int row = shard - header.dataShards();
                    return row < 0
                            ? disc.data(shard * header.stripes() + first, count, into)
                            : disc.parityShard(row, first, count, into);
                };
        new Repair(header.code(), shards, cancel)
                .run(
                        header.stripes(),
                        new Repair.Sink() {
                            @Override
                            public void repaired(int shard, long stripe, byte[] sector)
                                    throws IOException {
                                found.repaired();
                                if (isData(shard)) {
                                    write(image, shard * header.stripes() + stripe, sector);
                                }
                            }

                            @Override
                            public void beyondRepair(int shard, long stripe) {
                                if (isData(shard)) {
                                    found.lost(shard * header.stripes() + stripe);
                                }
                            }
                        });
        new RecoveryWriter(header, image, count -> {}, cancel).ofThisDisc();
        return found.report();
    }

    private boolean isData(int shard) {
        return shard < header.dataShards();
    }

    /** The covered part, with zeros where something is lost. */
    static void copy(CheckedDisc disc, FileChannel image, LongConsumer onRead, CancelToken cancel)
            throws IOException {
        byte[] buffer = new byte[Encoder.WINDOW * Sector.BYTES];
        long all = disc.header().protectedSectors();
        for (long first = 0; first < all; first += Encoder.WINDOW) {
            cancel.check();
            int count = (int) Math.min(Encoder.WINDOW, all - first);
            disc.data(first, count, buffer);
            write(image, first, ByteBuffer.wrap(buffer, 0, count * Sector.BYTES));
            onRead.accept((long) count * Sector.BYTES);
        }
    }

    static void write(FileChannel image, long sector, byte[] bytes) throws IOException {
        write(image, sector, ByteBuffer.wrap(bytes));
    }

    private static void write(FileChannel image, long sector, ByteBuffer bytes) throws IOException {
        long position = sector * Sector.BYTES;
        while (bytes.hasRemaining()) {
            position += image.write(bytes, position);
        }
    }
}
