package app.lacuna.reedsolomon;

/** GF(2^8) with the polynomial x^8 + x^4 + x^3 + x^2 + 1 (0x11D), whose element 2 generates it. */
final class GaloisField {
    static final int SIZE = 256;
    private static final int POLYNOMIAL = 0x11D;
    private static final int[] POWERS = new int[2 * (SIZE - 1)];
    private static final int[] LOGARITHMS = new int[SIZE];

    static {
        int value = 1;
        for (int power = 0; power < SIZE - 1; power++) {
            POWERS[power] = value;
            POWERS[power + SIZE - 1] = value;
            LOGARITHMS[value] = power;
            value <<= 1;
            if (value >= SIZE) {
                value ^= POLYNOMIAL;
            }
        }
    }

    private GaloisField() {}

    static int multiply(int a, int b) {
        return a == 0 || b == 0 ? 0 : POWERS[LOGARITHMS[a] + LOGARITHMS[b]];
    }

    static int divide(int a, int b) {
        if (b == 0) {
            throw new ArithmeticException("division by zero");
        }
        return a == 0 ? 0 : POWERS[LOGARITHMS[a] + SIZE - 1 - LOGARITHMS[b]];
    }

    /**
     * @return the inverse of a square matrix, which is changed
     * @throws ArithmeticException if it has none
     */
    static int[][] invert(int[][] matrix) {
        int size = matrix.length;
        int[][] inverse = new int[size][size];
        for (int i = 0; i < size; i++) {
            inverse[i][i] = 1;
        }
        for (int column = 0; column < size; column++) {
            int pivot = column;
            while (pivot < size && matrix[pivot][column] == 0) {
                pivot++;
            }
            if (pivot == size) {
                throw new ArithmeticException("no inverse");
            }
            swap(matrix, pivot, column);
            swap(inverse, pivot, column);
            int by = matrix[column][column];
            for (int i = 0; i < size; i++) {
                matrix[column][i] = divide(matrix[column][i], by);
                inverse[column][i] = divide(inverse[column][i], by);
            }
            for (int row = 0; row < size; row++) {
                int factor = matrix[row][column];
                if (row == column || factor == 0) {
                    continue;
                }
                for (int i = 0; i < size; i++) {
                    matrix[row][i] ^= multiply(factor, matrix[column][i]);
                    inverse[row][i] ^= multiply(factor, inverse[column][i]);
                }
            }
        }
        return inverse;
    }

    private static void swap(int[][] rows, int a, int b) {
        int[] row = rows[a];
        rows[a] = rows[b];
        rows[b] = row;
    }
}
