package app.lacuna.reedsolomon;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

/**
 * Sums of shards, each shard multiplied by a factor for each sum. Up to eight sums of one byte lie
 * side by side in one long, so that one look into a table adds a byte to all of them: with tables
 * for single sums it would be eight looks.
 */
final class Sums {
    private static final int TOGETHER = 8;
    private static final VarHandle LONGS =
            MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

    private final int count;

    /** For one sum, whose factors are all ones. */
    private final byte[] plain;

    private final long[][] packed;

    /**
     * @param count of sums
     * @param length of each, in bytes
     * @param allOnes whether there is one sum and every factor is one
     */
    Sums(int count, int length, boolean allOnes) {
        this.count = count;
        plain = allOnes ? new byte[length] : new byte[0];
        int groups = allOnes ? 0 : (count + TOGETHER - 1) / TOGETHER;
        packed = new long[groups][length];
    }

    void clear() {
        Arrays.fill(plain, (byte) 0);
        for (long[] group : packed) {
            Arrays.fill(group, 0);
        }
    }

    /**
     * Adds shards, four at a time, so that the sums are read and written once for all four.
     *
     * @param factors for each shard, one for each sum
     * @param shards each at least as long as the sums
     * @param number how many of the shards there are
     */
    void add(int[][] factors, byte[][] shards, int number) {
        int next = 0;
        if (packed.length > 0) {
            for (; next + 4 <= number; next += 4) {
                addFour(factors, shards, next);
            }
        }
        for (; next < number; next++) {
            if (packed.length == 0) {
                xor(shards[next]);
            } else {
                addOne(factors[next], shards[next]);
            }
        }
    }

    private void addFour(int[][] factors, byte[][] shards, int first) {
        byte[] a = shards[first];
        byte[] b = shards[first + 1];
        byte[] c = shards[first + 2];
        byte[] d = shards[first + 3];
        for (int group = 0; group < packed.length; group++) {
            long[] tableA = table(factors[first], group * TOGETHER);
            long[] tableB = table(factors[first + 1], group * TOGETHER);
            long[] tableC = table(factors[first + 2], group * TOGETHER);
            long[] tableD = table(factors[first + 3], group * TOGETHER);
            long[] sums = packed[group];
            for (int i = 0; i < sums.length; i++) {
                sums[i] ^=
                        tableA[a[i] & 0xff]
                                ^ tableB[b[i] & 0xff]
                                ^ tableC[c[i] & 0xff]
                                ^ tableD[d[i] & 0xff];
            }
        }
    }

    private void addOne(int[] factors, byte[] shard) {
        for (int group = 0; group < packed.length; group++) {
            long[] table = table(factors, group * TOGETHER);
            long[] sums = packed[group];
            for (int i = 0; i < sums.length; i++) {
                sums[i] ^= table[shard[i] & 0xff];
            }
        }
    }

    private void xor(byte[] shard) {
        int i = 0;
        for (; i + 8 <= plain.length; i += 8) {
            LONGS.set(plain, i, (long) LONGS.get(plain, i) ^ (long) LONGS.get(shard, i));
        }
        for (; i < plain.length; i++) {
            plain[i] ^= shard[i];
        }
    }

    /** For each value of a byte its products with the factors, the first one lowest. */
    private long[] table(int[] factors, int first) {
        long[] table = new long[GaloisField.SIZE];
        for (int sum = first; sum < Math.min(count, first + TOGETHER); sum++) {
            int shift = 8 * (sum - first);
            // The products of the powers of two give all the others.
            for (int bit = 1; bit < GaloisField.SIZE; bit <<= 1) {
                long product = (long) GaloisField.multiply(factors[sum], bit) << shift;
                for (int value = bit; value < 2 * bit; value++) {
                    long before = (table[value - bit] >>> shift & 0xff) << shift;
                    table[value] |= before ^ product;
                }
            }
        }
        return table;
    }

    /** Copies some bytes of a sum. */
    void get(int sum, int at, byte[] into, int to, int number) {
        if (packed.length == 0) {
            System.arraycopy(plain, at, into, to, number);
            return;
        }
        long[] sums = packed[sum / TOGETHER];
        int shift = 8 * (sum % TOGETHER);
        for (int i = 0; i < number; i++) {
            into[to + i] = (byte) (sums[at + i] >>> shift);
        }
    }
}
