package app.lacuna.io;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;

/** Reads a stream for what reading it to the end checks. */
public final class Drained {
    private static final int BUFFER_BYTES = 1 << 13;

    private Drained() {}

    /** Nothing of it stays in memory. */
    public static void toTheEnd(InputStream in) throws IOException {
        byte[] buffer = new byte[BUFFER_BYTES];
        try {
            while (in.read(buffer) >= 0) {
                // for what it checks
            }
        } finally {
            Arrays.fill(buffer, (byte) 0);
        }
    }
}
