package app.lacuna.reedsolomon;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.BitSet;

/** The covered sectors of a disc and its parity, each held against its checksum. */
final class CheckedDisc {
    private final SectorSource sectors;
    private final RecoveryHeader header;
    private byte[] table = {};
    private long tableSector = -1;

    CheckedDisc(SectorSource sectors, RecoveryHeader header) {
        this.sectors = sectors;
        this.header = header;
    }

    RecoveryHeader header() {
        return header;
    }

    SectorSource sectors() {
        return sectors;
    }

    /**
     * Covered sectors; behind the last one there are zeros.
     *
     * @return which are lost
     */
    BitSet data(long first, int count, byte[] into) {
        int there = (int) Math.max(0, Math.min(count, header.protectedSectors() - first));
        Arrays.fill(into, there * Sector.BYTES, count * Sector.BYTES, (byte) 0);
        return there == 0 ? new BitSet() : checked(first, first, there, into, 0);
    }

    /** Sectors of parity as they follow one another on the disc. */
    BitSet parity(long first, int count, byte[] into) {
        return parityAt(first, count, into, 0);
    }

    private BitSet parityAt(long first, int count, byte[] into, int offset) {
        return checked(
                header.firstParity() + first,
                header.protectedSectors() + first,
                count,
                into,
                offset);
    }

    /** Stripes of one parity shard, wherever on the disc they are. */
    BitSet parityShard(int row, long stripe, int count, byte[] into) {
        BitSet lost = new BitSet();
        for (int done = 0; done < count; ) {
            long first = header.paritySector(row, stripe + done);
            int run = 1;
            while (done + run < count
                    && header.paritySector(row, stripe + done + run) == first + run) {
                run++;
            }
            BitSet part = parityAt(first, run, into, done * Sector.BYTES);
            for (int i = part.nextSetBit(0); i >= 0; i = part.nextSetBit(i + 1)) {
                lost.set(done + i);
            }
            done += run;
        }
        return lost;
    }

    private BitSet checked(long first, long number, int count, byte[] into, int offset) {
        BitSet lost = sectors.read(first, count, into, offset);
        for (int i = 0; i < count; i++) {
            int at = offset + i * Sector.BYTES;
            if (!lost.get(i) && !isRight(number + i, Sector.checksum(into, at))) {
                Arrays.fill(into, at, at + Sector.BYTES, (byte) 0);
                lost.set(i);
            }
        }
        return lost;
    }

    /** Where both copies of its checksum are lost, what can be read is taken for right. */
    private boolean isRight(long number, int checksum) {
        long wanted = number / RecoveryHeader.CHECKSUMS_IN_SECTOR;
        if (wanted != tableSector) {
            tableSector = wanted;
            table = tableSector(wanted);
        }
        if (table.length == 0) {
            return true;
        }
        int at = (int) (number % RecoveryHeader.CHECKSUMS_IN_SECTOR) * 4;
        return ByteBuffer.wrap(table).order(ByteOrder.LITTLE_ENDIAN).getInt(at) == checksum;
    }

    private byte[] tableSector(long number) {
        byte[] sector = new byte[Sector.BYTES];
        for (long first : new long[] {header.firstTable(), header.secondTable()}) {
            boolean read = sectors.read(first + number, 1, sector, 0).isEmpty();
            if (read && RecoveryHeader.isSealed(sector)) {
                return sector;
            }
        }
        return new byte[0];
    }
}
