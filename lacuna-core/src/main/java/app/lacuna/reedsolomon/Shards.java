package app.lacuna.reedsolomon;

import java.io.IOException;
import java.util.BitSet;

/** The sectors of the shards of a code, wherever they are. */
interface Shards {
    /**
     * Reads sectors of a shard. What lies behind its end is zeros, and so is what is lost.
     *
     * @param first the number of the stripe to begin with
     * @return which of them are lost, counted from the first
     */
    BitSet read(int shard, long first, int count, byte[] into) throws IOException;
}
