package app.lacuna.reedsolomon;

import java.util.List;

/**
 * A systematic Reed-Solomon code: of {@code data + parity} shards any {@code data} are enough. The
 * matrix is Cauchy's with its columns scaled so that the first row is all ones; the first parity
 * shard is therefore the exclusive or of all data shards. Immutable.
 */
final class Code {
    /** More would not have a place each in the field. */
    static final int MAX_SHARDS = GaloisField.SIZE - 1;

    private final int data;
    private final int parity;

    Code(int data, int parity) {
        if (data < 1 || parity < 1 || data + parity > MAX_SHARDS) {
            throw new IllegalArgumentException("1 to 254 data shards, 255 with parity");
        }
        this.data = data;
        this.parity = parity;
    }

    int data() {
        return data;
    }

    int parity() {
        return parity;
    }

    /** What a data shard is multiplied by for a parity shard: y / (row + y), y = 255 - column. */
    static int coefficient(int row, int column) {
        int y = GaloisField.SIZE - 1 - column;
        return GaloisField.divide(y, row ^ y);
    }

    /**
     * How lost data shards come out of what is there.
     *
     * @param lost data shards, ascending
     * @param rows as many parity shards that are there
     * @return for each lost shard what the syndrome of each row is multiplied by
     */
    static int[][] solution(List<Integer> lost, List<Integer> rows) {
        int[][] matrix = new int[lost.size()][lost.size()];
        for (int i = 0; i < rows.size(); i++) {
            for (int k = 0; k < lost.size(); k++) {
                matrix[i][k] = coefficient(rows.get(i), lost.get(k));
            }
        }
        return GaloisField.invert(matrix);
    }
}
