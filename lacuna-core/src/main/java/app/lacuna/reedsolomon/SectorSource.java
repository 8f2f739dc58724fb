package app.lacuna.reedsolomon;

import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.BitSet;

/** The sectors of a disc or image, of which some can perhaps not be read. */
final class SectorSource {
    private final ByteSource source;

    SectorSource(ByteSource source) {
        this.source = source;
    }

    /**
     * @param offset where in {@code into} the first sector goes
     * @return which can not be read, counted from the first; they are zeros
     */
    BitSet read(long first, int count, byte[] into, int offset) {
        BitSet lost = new BitSet(count);
        if (readWhole(first, count, into, offset)) {
            return lost;
        }
        for (int i = 0; i < count; i++) {
            int at = offset + i * Sector.BYTES;
            if (!readWhole(first + i, 1, into, at)) {
                Arrays.fill(into, at, at + Sector.BYTES, (byte) 0);
                lost.set(i);
            }
        }
        return lost;
    }

    private boolean readWhole(long first, int count, byte[] into, int offset) {
        ByteBuffer buffer = ByteBuffer.wrap(into, offset, count * Sector.BYTES);
        long position = first * Sector.BYTES;
        try {
            while (buffer.hasRemaining()) {
                int got = source.read(buffer, position + buffer.position() - offset);
                if (got <= 0) {
                    return false;
                }
            }
            return true;
        } catch (IOException e) {
            return false; // that is what all this is for
        }
    }

    /** How many whole sectors there are. */
    long sectors() throws IOException {
        return source.size() / Sector.BYTES;
    }
}
