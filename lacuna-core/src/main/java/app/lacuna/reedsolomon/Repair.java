package app.lacuna.reedsolomon;

import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Finds what is lost of the shards and works it out of the rest. Where nothing is lost, everything
 * is only read.
 */
final class Repair {
    private static final int MOST_SOLUTIONS = 1_000;

    private final Code code;
    private final Shards shards;
    private final CancelToken cancel;
    private final Map<List<List<Integer>>, int[][]> solutions = new HashMap<>();
    private long repaired;
    private long beyond;

    /** Receives what was lost. */
    interface Sink {
        void repaired(int shard, long stripe, byte[] sector) throws IOException;

        /** More of the stripe is lost than can be worked out. */
        void beyondRepair(int shard, long stripe) throws IOException;
    }

    /**
     * @param shards all of them, parity behind data
     */
    Repair(Code code, Shards shards, CancelToken cancel) {
        this.code = code;
        this.shards = shards;
        this.cancel = cancel;
    }

    long repaired() {
        return repaired;
    }

    /** Sectors that stay lost. */
    long beyondRepair() {
        return beyond;
    }

    void run(long stripes, Sink sink) throws IOException {
        for (long first = 0; first < stripes; first += Encoder.WINDOW) {
            cancel.check();
            int count = (int) Math.min(Encoder.WINDOW, stripes - first);
            BitSet[] lost = lost(first, count);
            BitSet stripesHit = new BitSet();
            for (BitSet shard : lost) {
                stripesHit.or(shard);
            }
            if (!stripesHit.isEmpty()) {
                repair(first, count, lost, stripesHit, sink);
            }
        }
    }

    private BitSet[] lost(long first, int count) throws IOException {
        byte[] buffer = new byte[Encoder.WINDOW * Sector.BYTES];
        BitSet[] lost = new BitSet[code.data() + code.parity()];
        for (int shard = 0; shard < lost.length; shard++) {
            lost[shard] = shards.read(shard, first, count, buffer);
        }
        return lost;
    }

    private void repair(long first, int count, BitSet[] lost, BitSet stripesHit, Sink sink)
            throws IOException {
        // What the data that is there makes of each parity row.
        byte[] row = new byte[Encoder.WINDOW * Sector.BYTES];
        Sums sums = new Sums(code.parity(), row.length, code.parity() == 1);
        new Encoder(code, shards, cancel).add(sums, first, count);
        byte[][] made = new byte[code.parity()][count * Sector.BYTES];
        byte[][] there = new byte[code.parity()][];
        for (int parity = 0; parity < code.parity(); parity++) {
            sums.get(parity, 0, made[parity], 0, count * Sector.BYTES);
            there[parity] = new byte[Encoder.WINDOW * Sector.BYTES];
            shards.read(code.data() + parity, first, count, there[parity]);
        }
        for (int at = stripesHit.nextSetBit(0); at >= 0; at = stripesHit.nextSetBit(at + 1)) {
            new Stripe(first + at, at * Sector.BYTES, lost, at).repair(made, there, sink);
        }
    }

    /** One sector of every shard. */
    private final class Stripe {
        private final long number;
        private final int offset;
        private final List<Integer> lostData = new ArrayList<>();
        private final List<Integer> lostParity = new ArrayList<>();
        private final List<Integer> rows = new ArrayList<>();

        Stripe(long number, int offset, BitSet[] lost, int at) {
            this.number = number;
            this.offset = offset;
            for (int shard = 0; shard < lost.length; shard++) {
                int row = shard - code.data();
                if (row < 0 && lost[shard].get(at)) {
                    lostData.add(shard);
                } else if (row >= 0) {
                    (lost[shard].get(at) ? lostParity : rows).add(row);
                }
            }
        }

        void repair(byte[][] made, byte[][] there, Sink sink) throws IOException {
            if (lostData.size() > rows.size()) {
                for (int shard : lostData) {
                    beyond++;
                    sink.beyondRepair(shard, number);
                }
                for (int row : lostParity) {
                    beyond++;
                    sink.beyondRepair(code.data() + row, number);
                }
                return;
            }
            List<Integer> used = List.copyOf(rows.subList(0, lostData.size()));
            if (solutions.size() > MOST_SOLUTIONS) {
                solutions.clear();
            }
            int[][] solution =
                    solutions.computeIfAbsent(
                            List.of(List.copyOf(lostData), used),
                            key -> Code.solution(key.get(0), key.get(1)));
            byte[][] found = new byte[lostData.size()][Sector.BYTES];
            for (int i = 0; i < used.size(); i++) {
                byte[] syndrome = syndrome(made[used.get(i)], there[used.get(i)]);
                for (int k = 0; k < found.length; k++) {
                    addTimes(solution[k][i], syndrome, found[k]);
                }
            }
            for (int k = 0; k < found.length; k++) {
                repaired++;
                sink.repaired(lostData.get(k), number, found[k]);
            }
            for (int row : lostParity) {
                byte[] parity = new byte[Sector.BYTES];
                System.arraycopy(made[row], offset, parity, 0, Sector.BYTES);
                for (int k = 0; k < found.length; k++) {
                    addTimes(Code.coefficient(row, lostData.get(k)), found[k], parity);
                }
                repaired++;
                sink.repaired(code.data() + row, number, parity);
            }
        }

        private byte[] syndrome(byte[] made, byte[] there) {
            byte[] syndrome = new byte[Sector.BYTES];
            for (int i = 0; i < Sector.BYTES; i++) {
                syndrome[i] = (byte) (made[offset + i] ^ there[offset + i]);
            }
            return syndrome;
        }
    }

    private static void addTimes(int factor, byte[] from, byte[] to) {
        for (int i = 0; i < Sector.BYTES; i++) {
            to[i] ^= (byte) GaloisField.multiply(factor, from[i] & 0xff);
        }
    }
}
