package app.lacuna.lanes;

import java.util.Arrays;

/**
 * Many independent HMACs of one hash value each, for key derivation: the compression function of
 * SHA-1 (FIPS 180-4, section 6.1.3) on blocks that hold one hash value and its padding. Word {@code
 * i} of all values stands in one array.
 */
public abstract class Sha1Lanes {
    static final int STATE_WORDS = 5;
    static final int BLOCK_WORDS = 16;

    static final int K0 = 0x5A827999;
    static final int K20 = 0x6ED9EBA1;
    static final int K40 = 0x8F1BBCDC;
    static final int K60 = 0xCA62C1D6;

    /** Words 5 and 15 of the block: padding as in FIPS 180-4, section 5.1.1. Between them is 0. */
    protected static final int AFTER_VALUE = 0x80000000;

    /** The bits of a block, which holds the key, and of one hash value. */
    protected static final int LENGTH = (BLOCK_WORDS + STATE_WORDS) * Integer.SIZE;

    /** The values, word by word. */
    public abstract int[][] values();

    /**
     * Replaces each value by the hash of another block and that value.
     *
     * @param start the states that those blocks have led to, word by word; not changed
     */
    public abstract void hash(int[][] start);

    /** Overwrites everything. */
    public abstract void wipe();

    public static void add(int[] to, int[] other) {
        for (int l = 0; l < other.length; l++) {
            to[l] += other[l];
        }
    }

    public static void wipe(int[][] rows) {
        for (int[] row : rows) {
            Arrays.fill(row, 0);
        }
    }
}
