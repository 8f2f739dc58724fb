package app.lacuna.cipher;

import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * With the platform's vector module, which need not be there: only {@link VectorKernel} may touch
 * this class.
 *
 * <p>Each step is a method of its own and loops over whole vectors: methods with several steps are
 * larger than what the JIT inlines, and vectors that it does not inline are objects. Rotating is
 * one operation. Until it is compiled, half a second of work, it is a hundred times slower.
 * Measured at 128 and 256 lanes: 0.35 to 0.5 ms for the keys of an AES-256 entry, where the plain
 * loops take 0.9 to 1.5 ms.
 */
final class VectorLanes extends Sha1Lanes {
    private static final VectorSpecies<Integer> SPECIES = IntVector.SPECIES_PREFERRED;
    private static final int STRIDE = SPECIES.length();

    /** Narrower ones are not faster than what the JIT makes of the plain loops. */
    private static final int WORTHWHILE_BITS = 256;

    VectorLanes(int lanes) {
        super((lanes + STRIDE - 1) / STRIDE * STRIDE);
    }

    static boolean isWorthwhile() {
        return SPECIES.vectorBitSize() >= WORTHWHILE_BITS;
    }

    static int bits() {
        return SPECIES.vectorBitSize();
    }

    @Override
    void steps() {
        int[] a = state[0];
        int[] b = state[1];
        int[] c = state[2];
        int[] d = state[3];
        int[] e = state[4];
        for (int t = 0; t < 80; t++) {
            int[] w = word(t);
            if (t >= Sha1.BLOCK_WORDS) {
                expand(w, word(t + 2), word(t + 8), word(t + 13));
            }
            if (t < 20) {
                choose(a, b, c, d, e, w);
            } else if (t >= 40 && t < 60) {
                majority(a, b, c, d, e, w);
            } else {
                parity(a, b, c, d, e, w, t < 40 ? K20 : K60);
            }
            // the roles move on; after a multiple of five steps each is back where it was
            int[] next = e;
            e = d;
            d = c;
            c = b;
            b = a;
            a = next;
        }
    }

    private int[] word(int t) {
        return words[t & 15];
    }

    private static void expand(int[] w, int[] w2, int[] w8, int[] w13) {
        for (int l = 0; l < w.length; l += STRIDE) {
            at(w, l).lanewise(VectorOperators.XOR, at(w2, l))
                    .lanewise(VectorOperators.XOR, at(w8, l))
                    .lanewise(VectorOperators.XOR, at(w13, l))
                    .lanewise(VectorOperators.ROL, 1)
                    .intoArray(w, l);
        }
    }

    /** One of the steps 0 to 19. The new value goes where {@code e} was. */
    private static void choose(int[] a, int[] b, int[] c, int[] d, int[] e, int[] w) {
        for (int l = 0; l < w.length; l += STRIDE) {
            IntVector vb = at(b, l);
            IntVector vd = at(d, l);
            IntVector chosen =
                    at(c, l).lanewise(VectorOperators.XOR, vd)
                            .lanewise(VectorOperators.AND, vb)
                            .lanewise(VectorOperators.XOR, vd);
            sum(a, e, w, l).add(K0).add(chosen).intoArray(e, l);
            vb.lanewise(VectorOperators.ROL, 30).intoArray(b, l);
        }
    }

    /** One of the steps 20 to 39 and 60 to 79. */
    private static void parity(int[] a, int[] b, int[] c, int[] d, int[] e, int[] w, int k) {
        for (int l = 0; l < w.length; l += STRIDE) {
            IntVector vb = at(b, l);
            IntVector odd =
                    at(c, l).lanewise(VectorOperators.XOR, at(d, l))
                            .lanewise(VectorOperators.XOR, vb);
            sum(a, e, w, l).add(k).add(odd).intoArray(e, l);
            vb.lanewise(VectorOperators.ROL, 30).intoArray(b, l);
        }
    }

    /** One of the steps 40 to 59. */
    private static void majority(int[] a, int[] b, int[] c, int[] d, int[] e, int[] w) {
        for (int l = 0; l < w.length; l += STRIDE) {
            IntVector vb = at(b, l);
            IntVector vc = at(c, l);
            IntVector most =
                    vb.lanewise(VectorOperators.OR, vc)
                            .lanewise(VectorOperators.AND, at(d, l))
                            .lanewise(VectorOperators.OR, vb.lanewise(VectorOperators.AND, vc));
            sum(a, e, w, l).add(K40).add(most).intoArray(e, l);
            vb.lanewise(VectorOperators.ROL, 30).intoArray(b, l);
        }
    }

    private static IntVector sum(int[] a, int[] e, int[] w, int l) {
        return at(a, l).lanewise(VectorOperators.ROL, 5).add(at(e, l)).add(at(w, l));
    }

    private static IntVector at(int[] row, int l) {
        return IntVector.fromArray(SPECIES, row, l);
    }
}
