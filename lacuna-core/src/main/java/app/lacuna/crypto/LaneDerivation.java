package app.lacuna.crypto;

import app.lacuna.lanes.Sha1Lanes;
import java.util.List;

/**
 * PBKDF2 with HMAC-SHA1 for many blocks at once. The blocks of one key, the keys of different salts
 * and those of different passwords do not depend on each other, so each is a lane of {@link
 * Sha1Lanes}. Used by {@link KeyDerivation}, which it gives the same bytes as.
 */
final class LaneDerivation {
    private final LaneKernel kernel;

    LaneDerivation(LaneKernel kernel) {
        this.kernel = kernel;
    }

    /**
     * One block of a key.
     *
     * @param innerStart the state behind the inner block of the password's HMAC
     * @param outerStart the same of the outer one
     * @param first what the first round gave (U1)
     */
    record Block(int[] innerStart, int[] outerStart, int[] first) {}

    /**
     * @return the XOR of all rounds, word by word, one for each block
     */
    int[][] rounds(List<Block> blocks, int iterations) {
        int[][] inner = new int[Sha1.STATE_WORDS][blocks.size()];
        int[][] outer = new int[Sha1.STATE_WORDS][blocks.size()];
        int[][] sum = new int[Sha1.STATE_WORDS][blocks.size()];
        Sha1Lanes sha = kernel.lanes(blocks.size());
        for (int lane = 0; lane < blocks.size(); lane++) {
            Block block = blocks.get(lane);
            for (int i = 0; i < Sha1.STATE_WORDS; i++) {
                inner[i][lane] = block.innerStart()[i];
                outer[i][lane] = block.outerStart()[i];
                sum[i][lane] = block.first()[i];
                sha.values()[i][lane] = block.first()[i];
            }
        }
        for (int round = 1; round < iterations; round++) {
            sha.hash(inner);
            sha.hash(outer);
            int[][] values = sha.values();
            for (int i = 0; i < Sha1.STATE_WORDS; i++) {
                xor(sum[i], values[i]);
            }
        }
        sha.wipe();
        Sha1Lanes.wipe(inner);
        Sha1Lanes.wipe(outer);
        return sum;
    }

    private static void xor(int[] to, int[] other) {
        for (int l = 0; l < to.length; l++) {
            to[l] ^= other[l];
        }
    }
}
