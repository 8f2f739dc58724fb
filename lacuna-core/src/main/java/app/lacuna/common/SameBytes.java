package app.lacuna.common;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;

/** Holds two streams against each other. */
public final class SameBytes {
    private static final int BUFFER_BYTES = 1 << 16;

    private SameBytes() {}

    /** What came of it. */
    public enum Result {
        SAME,
        DIFFERENT,
        /** The first one could not be read to its end. */
        FIRST_UNREADABLE
    }

    /**
     * The streams stay open, and what was read of them is wiped.
     *
     * @throws IOException if the second one can not be read
     */
    public static Result compare(InputStream first, InputStream second, CancelToken cancel)
            throws IOException {
        byte[] one = new byte[BUFFER_BYTES];
        byte[] other = new byte[BUFFER_BYTES];
        try {
            while (true) {
                cancel.check();
                int count;
                try {
                    count = first.readNBytes(one, 0, one.length);
                } catch (IOException e) {
                    return Result.FIRST_UNREADABLE;
                }
                int otherCount = second.readNBytes(other, 0, other.length);
                if (!Arrays.equals(one, 0, count, other, 0, otherCount)) {
                    return Result.DIFFERENT;
                }
                if (count == 0) {
                    return Result.SAME;
                }
            }
        } finally {
            Arrays.fill(one, (byte) 0);
            Arrays.fill(other, (byte) 0);
        }
    }
}
