package app.lacuna.reedsolomon;

import app.lacuna.common.CancelToken;
import java.io.IOException;

/** Works out the parity shards. Reads every data shard once, some stripes at a time. */
final class Encoder {
    /** Stripes at a time: enough for a device to read in one go, and little enough for memory. */
    static final int WINDOW = 512;

    private static final int TOGETHER = 4;

    private final Code code;
    private final Shards data;
    private final CancelToken cancel;

    /** Receives parity. */
    @FunctionalInterface
    interface Sink {
        /**
         * @param bytes whole sectors, to be used at once
         */
        void accept(int row, long firstStripe, byte[] bytes, int length) throws IOException;
    }

    Encoder(Code code, Shards data, CancelToken cancel) {
        this.code = code;
        this.data = data;
        this.cancel = cancel;
    }

    void encode(long stripes, Sink sink) throws IOException {
        byte[] row = new byte[WINDOW * Sector.BYTES];
        Sums sums = new Sums(code.parity(), row.length, code.parity() == 1);
        for (long first = 0; first < stripes; first += WINDOW) {
            int count = (int) Math.min(WINDOW, stripes - first);
            sums.clear();
            add(sums, first, count);
            for (int parity = 0; parity < code.parity(); parity++) {
                sums.get(parity, 0, row, 0, count * Sector.BYTES);
                sink.accept(parity, first, row, count * Sector.BYTES);
            }
        }
    }

    /** All data shards, each times its factors. */
    void add(Sums sums, long first, int count) throws IOException {
        byte[][] shards = new byte[TOGETHER][WINDOW * Sector.BYTES];
        int[][] factors = new int[TOGETHER][code.parity()];
        for (int from = 0; from < code.data(); from += TOGETHER) {
            cancel.check();
            int number = Math.min(TOGETHER, code.data() - from);
            for (int i = 0; i < number; i++) {
                data.read(from + i, first, count, shards[i]);
                for (int row = 0; row < code.parity(); row++) {
                    factors[i][row] = Code.coefficient(row, from + i);
                }
            }
            sums.add(factors, shards, number);
        }
    }
}
