package app.lacuna.cipher;

import java.util.Arrays;
import java.util.List;

/**
 * PBKDF2 with HMAC-SHA1 for one password and many salts at once. The blocks of one key and the keys
 * of different salts do not depend on each other, so each is a lane of {@link Sha1Lanes}. Used by
 * {@link KeyDerivation}, which it gives the same bytes as.
 */
final class LaneDerivation {
    /** More bring nothing: the arrays should stay in the first cache. */
    static final int MAX_LANES = 64;

    private final int[] innerStart;
    private final int[] outerStart;

    LaneDerivation(int[] innerStart, int[] outerStart) {
        this.innerStart = innerStart;
        this.outerStart = outerStart;
    }

    /**
     * @param first the state after the first round (U1), one for each lane
     * @return the XOR of all rounds, one for each lane
     */
    int[][] rounds(List<int[]> first, int iterations) {
        int lanes = first.size();
        Sha1Lanes sha = new Sha1Lanes(lanes);
        int[][] sum = new int[Sha1.STATE_WORDS][lanes];
        for (int lane = 0; lane < lanes; lane++) {
            for (int i = 0; i < Sha1.STATE_WORDS; i++) {
                sum[i][lane] = first.get(lane)[i];
                sha.stateWord(i)[lane] = first.get(lane)[i];
            }
        }
        for (int round = 1; round < iterations; round++) {
            hashOneValue(sha, innerStart);
            hashOneValue(sha, outerStart);
            for (int i = 0; i < Sha1.STATE_WORDS; i++) {
                xor(sum[i], sha.stateWord(i));
            }
        }
        sha.wipe();
        return sum;
    }

    /** As in {@link KeyDerivation}: one hash value, padded, behind the key's block. */
    private static void hashOneValue(Sha1Lanes sha, int[] start) {
        for (int i = 0; i < Sha1.STATE_WORDS; i++) {
            System.arraycopy(sha.stateWord(i), 0, sha.words[i], 0, sha.words[i].length);
        }
        Arrays.fill(sha.words[5], 0x80000000);
        for (int i = 6; i < 15; i++) {
            Arrays.fill(sha.words[i], 0);
        }
        Arrays.fill(sha.words[15], KeyDerivation.ONE_VALUE_BITS);
        sha.start(start);
        sha.compress();
    }

    private static void xor(int[] to, int[] other) {
        for (int l = 0; l < to.length; l++) {
            to[l] ^= other[l];
        }
    }
}
