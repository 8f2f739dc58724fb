package app.lacuna.reedsolomon;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CodeTest {
    /** Multiplication by shifting, as the definition of the field has it. */
    private static int slowProduct(int a, int b) {
        int product = 0;
        for (int bit = 0; bit < 8; bit++) {
            product ^= (b >> bit & 1) == 1 ? a << bit : 0;
        }
        for (int bit = 15; bit >= 8; bit--) {
            product ^= (product >> bit & 1) == 1 ? 0x11D << (bit - 8) : 0;
        }
        return product;
    }

    @Test
    void theFieldIsTheOneOfThePolynomial() {
        for (int a = 0; a < 256; a++) {
            for (int b = 0; b < 256; b++) {
                int product = GaloisField.multiply(a, b);
                assertThat(product).isEqualTo(slowProduct(a, b));
                if (b != 0) {
                    assertThat(GaloisField.divide(product, b)).isEqualTo(a);
                }
            }
        }
    }

    /** Any lost shards can be worked out only if no such matrix is singular. */
    @Test
    void everySquarePartOfTheMatrixHasAnInverse() {
        Random random = new Random(8);
        for (int run = 0; run < 2_000; run++) {
            int parity = 1 + random.nextInt(20);
            int data = 1 + random.nextInt(Code.MAX_SHARDS - parity);
            int size = 1 + random.nextInt(Math.min(parity, data));
            List<Integer> rows = some(random, parity, size);
            List<Integer> lost = some(random, data, size);
            assertThat(Code.solution(lost, rows)).hasDimensions(size, size);
        }
    }

    private static List<Integer> some(Random random, int of, int count) {
        List<Integer> all = new ArrayList<>();
        for (int i = 0; i < of; i++) {
            all.add(i);
        }
        Collections.shuffle(all, random);
        return all.subList(0, count).stream().sorted().toList();
    }

    @Test
    void theFirstParityShardIsTheExclusiveOr() {
        for (int column = 0; column < 254; column++) {
            assertThat(Code.coefficient(0, column)).isEqualTo(1);
        }
    }

    /** Shards in memory, of which some sectors are lost. */
    private static final class InMemory implements Shards {
        private final byte[][] shards;
        private final Set<Long> lost = new HashSet<>();

        InMemory(int count, int stripes) {
            shards = new byte[count][stripes * Sector.BYTES];
        }

        void lose(int shard, long stripe) {
            lost.add(shard * 1_000_000L + stripe);
        }

        @Override
        public BitSet read(int shard, long first, int count, byte[] into) {
            int from = (int) first * Sector.BYTES;
            System.arraycopy(shards[shard], from, into, 0, count * Sector.BYTES);
            BitSet missing = new BitSet();
            for (int i = 0; i < count; i++) {
                if (lost.contains(shard * 1_000_000L + first + i)) {
                    missing.set(i);
                    Arrays.fill(into, i * Sector.BYTES, (i + 1) * Sector.BYTES, (byte) 0);
                }
            }
            return missing;
        }
    }

    private static InMemory encoded(Code code, int stripes, Random random) throws IOException {
        InMemory shards = new InMemory(code.data() + code.parity(), stripes);
        for (int data = 0; data < code.data(); data++) {
            random.nextBytes(shards.shards[data]);
        }
        new Encoder(code, shards, CancelToken.never())
                .encode(
                        stripes,
                        (row, stripe, bytes, length) ->
                                System.arraycopy(
                                        bytes,
                                        0,
                                        shards.shards[code.data() + row],
                                        (int) stripe * Sector.BYTES,
                                        length));
        return shards;
    }

    /** The sums of the definition, one byte after another. */
    @ParameterizedTest
    @CsvSource({"1, 1", "10, 1", "7, 2", "16, 16", "30, 9", "5, 8"})
    void parityIsWhatTheMatrixSays(int data, int parity) throws IOException {
        Code code = new Code(data, parity);
        InMemory shards = encoded(code, 3, new Random(data));
        for (int at = 0; at < 3 * Sector.BYTES; at += 37) {
            for (int row = 0; row < parity; row++) {
                int sum = 0;
                for (int column = 0; column < data; column++) {
                    sum ^=
                            slowProduct(
                                    Code.coefficient(row, column),
                                    shards.shards[column][at] & 0xff);
                }
                assertThat(shards.shards[data + row][at] & 0xff).isEqualTo(sum);
            }
        }
    }

    /** As many losses as there is parity, wherever they are; 2,000 stripes of them. */
    @ParameterizedTest
    @CsvSource({"10, 1, 700", "12, 3, 700", "40, 16, 600"})
    void randomLossesAreWorkedOut(int data, int parity, int stripes) throws IOException {
        Random random = new Random(parity);
        Code code = new Code(data, parity);
        InMemory shards = encoded(code, stripes, random);
        int lost = 0;
        for (int stripe = 0; stripe < stripes; stripe++) {
            int count = random.nextInt(parity + 1);
            for (int shard : some(random, data + parity, count)) {
                shards.lose(shard, stripe);
                lost++;
            }
        }
        Repair repair = new Repair(code, shards, CancelToken.never());
        repair.run(
                stripes,
                new Repair.Sink() {
                    @Override
                    public void repaired(int shard, long stripe, byte[] sector) {
                        int from = (int) stripe * Sector.BYTES;
                        assertThat(sector)
                                .isEqualTo(
                                        Arrays.copyOfRange(
                                                shards.shards[shard], from, from + Sector.BYTES));
                    }

                    @Override
                    public void beyondRepair(int shard, long stripe) {
                        throw new AssertionError("can be repaired");
                    }
                });
        assertThat(repair.repaired()).isEqualTo(lost);
    }

    @Test
    void oneMoreThanCanBeRepairedIsNamedAndTheRestIsRepaired() throws IOException {
        Code code = new Code(9, 2);
        InMemory shards = encoded(code, 5, new Random(1));
        for (int shard : new int[] {0, 4, 10}) {
            shards.lose(shard, 3);
        }
        shards.lose(7, 1);
        List<String> said = new ArrayList<>();
        Repair repair = new Repair(code, shards, CancelToken.never());
        repair.run(
                5,
                new Repair.Sink() {
                    @Override
                    public void repaired(int shard, long stripe, byte[] sector) {
                        said.add("repaired " + shard + " " + stripe);
                    }

                    @Override
                    public void beyondRepair(int shard, long stripe) {
                        said.add("lost " + shard + " " + stripe);
                    }
                });
        assertThat(said)
                .containsExactlyInAnyOrder("repaired 7 1", "lost 0 3", "lost 4 3", "lost 10 3");
        assertThat(repair.beyondRepair()).isEqualTo(3);
    }
}
