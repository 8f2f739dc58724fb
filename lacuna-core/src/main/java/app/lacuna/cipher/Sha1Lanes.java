package app.lacuna.cipher;

import java.util.Arrays;

/**
 * The compression function of SHA-1 (FIPS 180-4, section 6.1.3, with a schedule of 16 words) on
 * many independent states at once, for key derivation. Word {@code i} of all states stands in one
 * array.
 */
abstract class Sha1Lanes {
    static final int K0 = 0x5A827999;
    static final int K20 = 0x6ED9EBA1;
    static final int K40 = 0x8F1BBCDC;
    static final int K60 = 0xCA62C1D6;

    final int[][] state;

    /** The words of the next block, one array for each; {@link #compress} overwrites them. */
    final int[][] words;

    Sha1Lanes(int lanes) {
        state = new int[Sha1.STATE_WORDS][lanes];
        words = new int[Sha1.BLOCK_WORDS][lanes];
    }

    /**
     * Hashes the block in {@link #words}, from states that other blocks have led to.
     *
     * @param start those states, word by word; not changed
     */
    final void compress(int[][] start) {
        for (int i = 0; i < Sha1.STATE_WORDS; i++) {
            System.arraycopy(start[i], 0, state[i], 0, start[i].length);
        }
        steps();
        for (int i = 0; i < Sha1.STATE_WORDS; i++) {
            add(state[i], start[i]);
        }
    }

    /** The eighty steps; afterwards each word of the state stands in its array again. */
    abstract void steps();

    private static void add(int[] to, int[] other) {
        for (int l = 0; l < other.length; l++) {
            to[l] += other[l];
        }
    }

    final void wipe() {
        for (int[] row : state) {
            Arrays.fill(row, 0);
        }
        for (int[] row : words) {
            Arrays.fill(row, 0);
        }
    }
}
