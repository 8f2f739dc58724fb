package app.lacuna.reedsolomon;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import java.util.BitSet;
import java.util.function.LongConsumer;

/** Reads everything on a disc that has a checksum, and counts what is not as it was. */
public final class RecoveryCheck {
    private final CheckedDisc disc;
    private final RecoveryHeader header;
    private final LongConsumer onRead;
    private final CancelToken cancel;
    private final byte[] buffer = new byte[Encoder.WINDOW * Sector.BYTES];

    /**
     * @param header of the same disc
     * @param onRead told how many bytes have been read since it was told last
     */
    public RecoveryCheck(
            ByteSource source, RecoveryHeader header, LongConsumer onRead, CancelToken cancel) {
        this.disc = new CheckedDisc(new SectorSource(source), header);
        this.header = header;
        this.onRead = onRead;
        this.cancel = cancel;
    }

    /** Of what is covered and of the recovery data, in sectors. */
    public long lost() {
        return lost(header.protectedSectors(), disc::data)
                + lost(header.paritySectors(), disc::parity);
    }

    /** Where its sectors are to be had. */
    private interface Reading {
        BitSet read(long first, int count, byte[] into);
    }

    private long lost(long sectors, Reading reading) {
        long lost = 0;
        for (long first = 0; first < sectors; first += Encoder.WINDOW) {
            cancel.check();
            int count = (int) Math.min(Encoder.WINDOW, sectors - first);
            lost += reading.read(first, count, buffer).cardinality();
            onRead.accept((long) count * Sector.BYTES);
        }
        return lost;
    }
}
