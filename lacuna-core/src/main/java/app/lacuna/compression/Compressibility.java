package app.lacuna.compression;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.Arrays;
import java.util.zip.Deflater;

/**
 * Tells from a few samples whether packing is worth its time. Photographs, films and archives gain
 * nothing, and deflating them takes ten times as long as storing them.
 */
public final class Compressibility {
    private static final int SAMPLE_BYTES = 1 << 14;
    private static final int SAMPLES = 6;

    /** Below this gain it is stored: 3 %. */
    private static final double WORTH_IT = 0.97;

    private Compressibility() {}

    /**
     * Looks at samples spread over the whole; several of them have to be compressible, so that a
     * header full of text does not speak for the picture behind it.
     */
    public static boolean isWorthIt(SeekableByteChannel channel, long size) throws IOException {
        byte[] sample = new byte[SAMPLE_BYTES];
        long before = 0;
        long after = 0;
        Deflater deflater = new Deflater(Level.FAST.deflateLevel(), true);
        try {
            for (int i = 0; i < SAMPLES; i++) {
                long at = (size - SAMPLE_BYTES) / (SAMPLES - 1) * i;
                int count = read(channel, Math.max(0, at), sample);
                before += count;
                after += Math.min(count, packedSize(deflater, sample, count));
            }
        } finally {
            deflater.end();
            Arrays.fill(sample, (byte) 0);
        }
        return after < before * WORTH_IT;
    }

    /** The same for bytes in memory. */
    public static boolean isWorthIt(byte[] bytes, int length) {
        if (length <= SAMPLES * SAMPLE_BYTES) {
            return true; // trying costs no more than sampling
        }
        long before = 0;
        long after = 0;
        byte[] sample = new byte[SAMPLE_BYTES];
        Deflater deflater = new Deflater(Level.FAST.deflateLevel(), true);
        try {
            for (int i = 0; i < SAMPLES; i++) {
                int at = (length - SAMPLE_BYTES) / (SAMPLES - 1) * i;
                System.arraycopy(bytes, at, sample, 0, SAMPLE_BYTES);
                before += SAMPLE_BYTES;
                after += Math.min(SAMPLE_BYTES, packedSize(deflater, sample, SAMPLE_BYTES));
            }
        } finally {
            deflater.end();
            Arrays.fill(sample, (byte) 0);
        }
        return after < before * WORTH_IT;
    }

    private static int read(SeekableByteChannel channel, long at, byte[] sample)
            throws IOException {
        channel.position(at);
        ByteBuffer into = ByteBuffer.wrap(sample);
        while (into.hasRemaining() && channel.read(into) > 0) {
            // until the sample is full or the file ends
        }
        return into.position();
    }

    private static int packedSize(Deflater deflater, byte[] sample, int count) {
        byte[] out = new byte[count + 64];
        deflater.reset();
        deflater.setInput(sample, 0, count);
        deflater.finish();
        int size = 0;
        while (!deflater.finished()) {
            size += deflater.deflate(out);
        }
        return size;
    }
}
