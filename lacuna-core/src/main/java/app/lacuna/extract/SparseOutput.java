package app.lacuna.extract;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/**
 * Writes a file and leaves out long runs of zeros: where the file system can, they take no room,
 * and they read as zeros all the same. A file that had such holes gets them back, and one that was
 * made of zeros does not mind.
 */
final class SparseOutput {
    /** Smaller files gain nothing. */
    private static final long WORTH_IT = 1 << 20;

    private final FileChannel channel;
    private final boolean sparse;
    private long position;
    private boolean endsInHole;

    /**
     * @param size what the file will have
     */
    SparseOutput(FileChannel channel, long size) {
        this.channel = channel;
        this.sparse = size >= WORTH_IT;
    }

    void write(byte[] bytes, int length) throws IOException {
        if (sparse && isZero(bytes, length)) {
            position += length;
            endsInHole = true;
            return;
        }
        writeAt(ByteBuffer.wrap(bytes, 0, length));
        endsInHole = false;
    }

    private void writeAt(ByteBuffer out) throws IOException {
        while (out.hasRemaining()) {
            position += channel.write(out, position);
        }
    }

    private static boolean isZero(byte[] bytes, int length) {
        for (int i = 0; i < length; i++) {
            if (bytes[i] != 0) {
                return false;
            }
        }
        return true;
    }

    /** A hole at the end is no part of the file until something stands behind it. */
    void finish() throws IOException {
        if (endsInHole) {
            position--;
            writeAt(ByteBuffer.wrap(new byte[1]));
        }
    }
}
