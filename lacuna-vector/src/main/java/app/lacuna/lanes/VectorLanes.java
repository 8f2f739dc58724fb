package app.lacuna.lanes;

import java.util.Arrays;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * With the platform's vector module. It need not be there: whoever uses this class first makes sure
 * that the module is loaded.
 *
 * <p>Each step is a method of its own and loops over whole vectors: methods with several steps are
 * larger than what the JIT inlines, and vectors that it does not inline are objects. Rotating is
 * one operation. Until it is compiled, half a second of work, it is a hundred times slower.
 * Measured at 128 and 256 lanes: 0.35 to 0.5 ms for the keys of an AES-256 entry, where the plain
 * loops take 0.9 to 1.5 ms.
 */
public final class VectorLanes extends Sha1Lanes {
    private static final VectorSpecies<Integer> SPECIES = IntVector.SPECIES_PREFERRED;
    private static final int STRIDE = SPECIES.length();

    /** Narrower ones are not faster than what the JIT makes of the plain loops. */
    private static final int WORTHWHILE_BITS = 256;

    /** For each of the words 16 to 31, those of the sixteen and more before it that differ. */
    private static final int[][] DIFFERENT = new int[32][];

    /** What the constant ones among them add. */
    private static final int[] CONSTANT = new int[32];

    static {
        for (int t = 16; t < 32; t++) {
            int[] sources = {t - 16, t - 14, t - 8, t - 3};
            DIFFERENT[t] = Arrays.stream(sources).filter(VectorLanes::isDifferent).toArray();
            for (int source : sources) {
                CONSTANT[t] ^= isDifferent(source) ? 0 : constant(source);
            }
        }
    }

    private int[][] state;
    private int[][] value;
    private final int[][] schedule;

    public VectorLanes(int lanes) {
        int whole = (lanes + STRIDE - 1) / STRIDE * STRIDE;
        state = new int[STATE_WORDS][whole];
        value = new int[STATE_WORDS][whole];
        schedule = new int[BLOCK_WORDS][whole];
    }

    /** Whether a word of the schedule is not the same for all values. */
    private static boolean isDifferent(int t) {
        return t < STATE_WORDS || t >= BLOCK_WORDS;
    }

    private static int constant(int t) {
        return t == 5 ? AFTER_VALUE : t == 15 ? LENGTH : 0;
    }

    @Override
    public int[][] values() {
        return state;
    }

    @Override
    public void hash(int[][] start) {
        int[][] before = state;
        state = value;
        value = before;
        for (int i = 0; i < STATE_WORDS; i++) {
            System.arraycopy(start[i], 0, state[i], 0, start[i].length);
        }
        steps();
        for (int i = 0; i < STATE_WORDS; i++) {
            add(state[i], start[i]);
        }
    }

    @Override
    public void wipe() {
        wipe(state);
        wipe(value);
        wipe(schedule);
    }

    public static boolean isWorthwhile() {
        return SPECIES.vectorBitSize() >= WORTHWHILE_BITS;
    }

    public static int bits() {
        return SPECIES.vectorBitSize();
    }

    private void steps() {
        int[] a = state[0];
        int[] b = state[1];
        int[] c = state[2];
        int[] d = state[3];
        int[] e = state[4];
        for (int t = 0; t < 80; t++) {
            if (t >= BLOCK_WORDS) {
                expand(t);
            }
            if (t >= STATE_WORDS && t < BLOCK_WORDS) {
                choose(a, b, c, d, e, K0 + constant(t));
            } else if (t < 20) {
                choose(a, b, c, d, e, word(t));
            } else if (t >= 40 && t < 60) {
                majority(a, b, c, d, e, word(t));
            } else {
                parity(a, b, c, d, e, word(t), t < 40 ? K20 : K60);
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

    /** Where one of the words that differ stands. */
    private int[] word(int t) {
        return t < STATE_WORDS ? value[t] : schedule[t & 15];
    }

    private void expand(int t) {
        int[] w = schedule[t & 15];
        if (t >= 32) {
            expand(w, w, word(t - 14), word(t - 8), word(t - 3));
            return;
        }
        int[] from = DIFFERENT[t];
        int k = CONSTANT[t];
        switch (from.length) {
            case 1 -> expand(w, word(from[0]), k);
            case 2 -> expand(w, word(from[0]), word(from[1]), k);
            default -> expand(w, word(from[0]), word(from[1]), word(from[2]), k);
        }
    }

    private static void expand(int[] w, int[] x, int k) {
        for (int l = 0; l < w.length; l += STRIDE) {
            rotated(at(x, l).lanewise(VectorOperators.XOR, k)).intoArray(w, l);
        }
    }

    private static void expand(int[] w, int[] x, int[] y, int k) {
        for (int l = 0; l < w.length; l += STRIDE) {
            IntVector two = at(x, l).lanewise(VectorOperators.XOR, at(y, l));
            rotated(two.lanewise(VectorOperators.XOR, k)).intoArray(w, l);
        }
    }

    private static void expand(int[] w, int[] x, int[] y, int[] z, int k) {
        for (int l = 0; l < w.length; l += STRIDE) {
            IntVector two = at(x, l).lanewise(VectorOperators.XOR, at(y, l));
            IntVector three = two.lanewise(VectorOperators.XOR, at(z, l));
            rotated(three.lanewise(VectorOperators.XOR, k)).intoArray(w, l);
        }
    }

    private static void expand(int[] w, int[] w0, int[] w2, int[] w8, int[] w13) {
        for (int l = 0; l < w.length; l += STRIDE) {
            IntVector two = at(w0, l).lanewise(VectorOperators.XOR, at(w2, l));
            IntVector three = two.lanewise(VectorOperators.XOR, at(w8, l));
            rotated(three.lanewise(VectorOperators.XOR, at(w13, l))).intoArray(w, l);
        }
    }

    private static IntVector rotated(IntVector vector) {
        return vector.lanewise(VectorOperators.ROL, 1);
    }

    /** One of the steps 5 to 15, whose words are the same everywhere. */
    private static void choose(int[] a, int[] b, int[] c, int[] d, int[] e, int k) {
        for (int l = 0; l < a.length; l += STRIDE) {
            IntVector vb = at(b, l);
            IntVector vd = at(d, l);
            IntVector chosen =
                    at(c, l).lanewise(VectorOperators.XOR, vd)
                            .lanewise(VectorOperators.AND, vb)
                            .lanewise(VectorOperators.XOR, vd);
            IntVector rest = at(a, l).lanewise(VectorOperators.ROL, 5).add(at(e, l)).add(k);
            rest.add(chosen).intoArray(e, l);
            vb.lanewise(VectorOperators.ROL, 30).intoArray(b, l);
        }
    }

    /** One of the other steps up to 19. The new value goes where {@code e} was. */
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
