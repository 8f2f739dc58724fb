package app.lacuna.crypto;

import app.lacuna.lanes.Sha1Lanes;
import java.util.Arrays;

/**
 * In plain Java, everywhere: each step is a loop over {@code int} arrays, which the JIT turns into
 * vector instructions. Five steps share a loop: after five the roles of the variables are back
 * where they were, and the arrays are read and written once instead of five times. Measured at 64
 * lanes: 95 ns a compression, against 225 ns one at a time.
 */
final class LoopLanes extends Sha1Lanes {
    private static final int K0 = 0x5A827999;
    private static final int K20 = 0x6ED9EBA1;
    private static final int K40 = 0x8F1BBCDC;
    private static final int K60 = 0xCA62C1D6;

    static final LaneKernel KERNEL = new Kernel();

    private final int[][] state;
    private final int[][] words;

    private LoopLanes(int lanes) {
        state = new int[Sha1.STATE_WORDS][lanes];
        words = new int[Sha1.BLOCK_WORDS][lanes];
    }

    @Override
    public int[][] values() {
        return state;
    }

    @Override
    public void hash(int[][] start) {
        for (int i = 0; i < Sha1.STATE_WORDS; i++) {
            System.arraycopy(state[i], 0, words[i], 0, words[i].length);
            System.arraycopy(start[i], 0, state[i], 0, start[i].length);
        }
        Arrays.fill(words[5], AFTER_VALUE);
        for (int i = 6; i < 15; i++) {
            Arrays.fill(words[i], 0);
        }
        Arrays.fill(words[15], LENGTH);
        steps();
        for (int i = 0; i < Sha1.STATE_WORDS; i++) {
            add(state[i], start[i]);
        }
    }

    @Override
    public void wipe() {
        wipe(state);
        wipe(words);
    }

    private record Kernel() implements LaneKernel {
        @Override
        public String title() {
            return "loops of plain Java";
        }

        /** More bring nothing: the arrays should stay in the first cache. */
        @Override
        public int maxLanes() {
            return 64;
        }

        @Override
        public Sha1Lanes lanes(int count) {
            return new LoopLanes(count);
        }
    }

    private void steps() {
        for (int t = 0; t < 20; t += 5) {
            for (int i = Math.max(t, 16); i < t + 5; i++) {
                expand(word(i), word(i + 2), word(i + 8), word(i + 13));
            }
            choose(state, words, t);
        }
        for (int t = 20; t < 40; t += 5) {
            parity(state, words, t, K20);
        }
        for (int t = 40; t < 60; t += 5) {
            majority(state, words, t);
        }
        for (int t = 60; t < 80; t += 5) {
            parity(state, words, t, K60);
        }
    }

    private int[] word(int t) {
        return words[t & 15];
    }

    private static void expand(int[] w, int[] w2, int[] w8, int[] w13) {
        for (int l = 0; l < w.length; l++) {
            w[l] = Integer.rotateLeft(w[l] ^ w2[l] ^ w8[l] ^ w13[l], 1);
        }
    }

    /** Steps 0 to 19; their words are there already. */
    private static void choose(int[][] state, int[][] words, int t) {
        int[] w0 = words[(t + 0) & 15];
        int[] w1 = words[(t + 1) & 15];
        int[] w2 = words[(t + 2) & 15];
        int[] w3 = words[(t + 3) & 15];
        int[] w4 = words[(t + 4) & 15];
        int[] sa = state[0];
        int[] sb = state[1];
        int[] sc = state[2];
        int[] sd = state[3];
        int[] se = state[4];
        for (int l = 0; l < sa.length; l++) {
            int x0 = w0[l];
            int x1 = w1[l];
            int x2 = w2[l];
            int x3 = w3[l];
            int x4 = w4[l];
            int a = sa[l];
            int b = sb[l];
            int c = sc[l];
            int d = sd[l];
            int e = se[l];
            e += Integer.rotateLeft(a, 5) + (d ^ (b & (c ^ d))) + K0 + x0;
            b = Integer.rotateLeft(b, 30);
            d += Integer.rotateLeft(e, 5) + (c ^ (a & (b ^ c))) + K0 + x1;
            a = Integer.rotateLeft(a, 30);
            c += Integer.rotateLeft(d, 5) + (b ^ (e & (a ^ b))) + K0 + x2;
            e = Integer.rotateLeft(e, 30);
            b += Integer.rotateLeft(c, 5) + (a ^ (d & (e ^ a))) + K0 + x3;
            d = Integer.rotateLeft(d, 30);
            a += Integer.rotateLeft(b, 5) + (e ^ (c & (d ^ e))) + K0 + x4;
            c = Integer.rotateLeft(c, 30);
            sa[l] = a;
            sb[l] = b;
            sc[l] = c;
            sd[l] = d;
            se[l] = e;
        }
    }

    /** Steps 20 to 39 and 60 to 79, each with the next word of the schedule. */
    private static void parity(int[][] state, int[][] words, int t, int k) {
        int[] w0 = words[(t + 0) & 15];
        int[] w1 = words[(t + 1) & 15];
        int[] w2 = words[(t + 2) & 15];
        int[] w3 = words[(t + 3) & 15];
        int[] w4 = words[(t + 4) & 15];
        int[] w5 = words[(t + 5) & 15];
        int[] w6 = words[(t + 6) & 15];
        int[] w8 = words[(t + 8) & 15];
        int[] w9 = words[(t + 9) & 15];
        int[] w10 = words[(t + 10) & 15];
        int[] w11 = words[(t + 11) & 15];
        int[] w12 = words[(t + 12) & 15];
        int[] w13 = words[(t + 13) & 15];
        int[] w14 = words[(t + 14) & 15];
        int[] w15 = words[(t + 15) & 15];
        int[] sa = state[0];
        int[] sb = state[1];
        int[] sc = state[2];
        int[] sd = state[3];
        int[] se = state[4];
        for (int l = 0; l < sa.length; l++) {
            int x0 = Integer.rotateLeft(w0[l] ^ w2[l] ^ w8[l] ^ w13[l], 1);
            w0[l] = x0;
            int x1 = Integer.rotateLeft(w1[l] ^ w3[l] ^ w9[l] ^ w14[l], 1);
            w1[l] = x1;
            int x2 = Integer.rotateLeft(w2[l] ^ w4[l] ^ w10[l] ^ w15[l], 1);
            w2[l] = x2;
            int x3 = Integer.rotateLeft(w3[l] ^ w5[l] ^ w11[l] ^ x0, 1);
            w3[l] = x3;
            int x4 = Integer.rotateLeft(w4[l] ^ w6[l] ^ w12[l] ^ x1, 1);
            w4[l] = x4;
            int a = sa[l];
            int b = sb[l];
            int c = sc[l];
            int d = sd[l];
            int e = se[l];
            e += Integer.rotateLeft(a, 5) + (b ^ c ^ d) + k + x0;
            b = Integer.rotateLeft(b, 30);
            d += Integer.rotateLeft(e, 5) + (a ^ b ^ c) + k + x1;
            a = Integer.rotateLeft(a, 30);
            c += Integer.rotateLeft(d, 5) + (e ^ a ^ b) + k + x2;
            e = Integer.rotateLeft(e, 30);
            b += Integer.rotateLeft(c, 5) + (d ^ e ^ a) + k + x3;
            d = Integer.rotateLeft(d, 30);
            a += Integer.rotateLeft(b, 5) + (c ^ d ^ e) + k + x4;
            c = Integer.rotateLeft(c, 30);
            sa[l] = a;
            sb[l] = b;
            sc[l] = c;
            sd[l] = d;
            se[l] = e;
        }
    }

    /** Steps 40 to 59, each with the next word of the schedule. */
    private static void majority(int[][] state, int[][] words, int t) {
        int[] w0 = words[(t + 0) & 15];
        int[] w1 = words[(t + 1) & 15];
        int[] w2 = words[(t + 2) & 15];
        int[] w3 = words[(t + 3) & 15];
        int[] w4 = words[(t + 4) & 15];
        int[] w5 = words[(t + 5) & 15];
        int[] w6 = words[(t + 6) & 15];
        int[] w8 = words[(t + 8) & 15];
        int[] w9 = words[(t + 9) & 15];
        int[] w10 = words[(t + 10) & 15];
        int[] w11 = words[(t + 11) & 15];
        int[] w12 = words[(t + 12) & 15];
        int[] w13 = words[(t + 13) & 15];
        int[] w14 = words[(t + 14) & 15];
        int[] w15 = words[(t + 15) & 15];
        int[] sa = state[0];
        int[] sb = state[1];
        int[] sc = state[2];
        int[] sd = state[3];
        int[] se = state[4];
        for (int l = 0; l < sa.length; l++) {
            int x0 = Integer.rotateLeft(w0[l] ^ w2[l] ^ w8[l] ^ w13[l], 1);
            w0[l] = x0;
            int x1 = Integer.rotateLeft(w1[l] ^ w3[l] ^ w9[l] ^ w14[l], 1);
            w1[l] = x1;
            int x2 = Integer.rotateLeft(w2[l] ^ w4[l] ^ w10[l] ^ w15[l], 1);
            w2[l] = x2;
            int x3 = Integer.rotateLeft(w3[l] ^ w5[l] ^ w11[l] ^ x0, 1);
            w3[l] = x3;
            int x4 = Integer.rotateLeft(w4[l] ^ w6[l] ^ w12[l] ^ x1, 1);
            w4[l] = x4;
            int a = sa[l];
            int b = sb[l];
            int c = sc[l];
            int d = sd[l];
            int e = se[l];
            e += Integer.rotateLeft(a, 5) + ((b & c) | (d & (b | c))) + K40 + x0;
            b = Integer.rotateLeft(b, 30);
            d += Integer.rotateLeft(e, 5) + ((a & b) | (c & (a | b))) + K40 + x1;
            a = Integer.rotateLeft(a, 30);
            c += Integer.rotateLeft(d, 5) + ((e & a) | (b & (e | a))) + K40 + x2;
            e = Integer.rotateLeft(e, 30);
            b += Integer.rotateLeft(c, 5) + ((d & e) | (a & (d | e))) + K40 + x3;
            d = Integer.rotateLeft(d, 30);
            a += Integer.rotateLeft(b, 5) + ((c & d) | (e & (c | d))) + K40 + x4;
            c = Integer.rotateLeft(c, 30);
            sa[l] = a;
            sb[l] = b;
            sc[l] = c;
            sd[l] = d;
            se[l] = e;
        }
    }
}
