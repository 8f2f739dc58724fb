package app.lacuna.cipher;

import java.util.Arrays;

/**
 * Many independent HMACs of one hash value each, for key derivation: the compression function of
 * SHA-1 (FIPS 180-4, section 6.1.3) on blocks that hold one hash value and its padding. Word {@code
 * i} of all values stands in one array.
 */
abstract class Sha1Lanes {
    static final int K0 = 0x5A827999;
    static final int K20 = 0x6ED9EBA1;
    static final int K40 = 0x8F1BBCDC;
    static final int K60 = 0xCA62C1D6;

    /** Words 5 and 15 of the block: padding as in FIPS 180-4, section 5.1.1. Between them is 0. */
    static final int AFTER_VALUE = 0x80000000;

    static final int LENGTH = KeyDerivation.ONE_VALUE_BITS;

    /** The values, word by word. */
    abstract int[][] values();

    /**
     * Replaces each value by the hash of another block and that value.
     *
     * @param start the states that those blocks have led to, word by word; not changed
     */
    abstract void hash(int[][] start);

    /** Overwrites everything. */
    abstract void wipe();

    static void add(int[] to, int[] other) {
        for (int l = 0; l < other.length; l++) {
            to[l] += other[l];
        }
    }

    static void wipe(int[][] rows) {
        for (int[] row : rows) {
            Arrays.fill(row, 0);
        }
    }
}
