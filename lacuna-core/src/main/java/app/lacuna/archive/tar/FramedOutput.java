package app.lacuna.archive.tar;

import app.lacuna.compression.Compressing;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Arrays;

/**
 * Compresses a TAR archive in frames, all processors at once, and hands them on in their order on
 * the thread that writes.
 */
final class FramedOutput implements AutoCloseable {
    /** Long enough to compress well, short enough to read one file soon. */
    private static final int FRAME_BYTES = 4 << 20;

    /** xz gains most from long stretches. */
    private static final int XZ_FRAME_BYTES = 8 << 20;

    private final OutputStream out;
    private final Method method;
    private final Level level;
    private final Frames frames = new Frames();
    private final InOrder<Packed> order;
    private final int frameBytes;
    private byte[] buffer;
    private int filled;
    private long position;
    private long packedPosition;

    private record Packed(long plainStart, byte[] bytes, int length) {}

    FramedOutput(OutputStream out, Method method, Level level, Workers workers) {
        this.out = out;
        this.method = method;
        this.level = level;
        this.frameBytes = method == Method.XZ ? XZ_FRAME_BYTES : FRAME_BYTES;
        this.order = new InOrder<>(workers, 2L * workers.count() + 1, this::append);
        this.buffer = new byte[frameBytes];
    }

    /** In the TAR archive. */
    long position() {
        return position + filled;
    }

    /** Where the frame lies that begins at this place of the TAR archive; it has been handed on. */
    long packedStartOf(long start) {
        return frames.packed(frames.at(start));
    }

    Frames frames() {
        return frames;
    }

    void write(byte[] bytes) throws IOException {
        write(bytes, 0, bytes.length);
    }

    void write(byte[] bytes, int offset, int length) throws IOException {
        int done = 0;
        while (done < length) {
            int count = Math.min(length - done, buffer.length - filled);
            System.arraycopy(bytes, offset + done, buffer, filled, count);
            filled += count;
            done += count;
            if (filled == buffer.length) {
                endFrame();
            }
        }
    }

    void writeZeros(long count) throws IOException {
        byte[] zeros = new byte[(int) Math.min(count, 1 << 16)];
        for (long rest = count; rest > 0; rest -= Math.min(rest, zeros.length)) {
            write(zeros, 0, (int) Math.min(rest, zeros.length));
        }
    }

    /** What comes next is compressed by itself. */
    void endFrame() throws IOException {
        if (filled == 0) {
            return;
        }
        byte[] full = buffer;
        int length = filled;
        long start = position;
        position += filled;
        filled = 0;
        buffer = new byte[frameBytes];
        order.submit(1, () -> pack(start, full, length));
    }

    private Packed pack(long start, byte[] plain, int length) throws IOException {
        if (method == Method.STORED) {
            return new Packed(start, plain, length);
        }
        ByteArrayOutputStream packed = new ByteArrayOutputStream(length / 2 + 1024);
        try (OutputStream compressing = Compressing.open(method, level, length, packed)) {
            compressing.write(plain, 0, length);
        }
        Arrays.fill(plain, 0, length, (byte) 0);
        byte[] bytes = packed.toByteArray();
        return new Packed(start, bytes, bytes.length);
    }

    private void append(Packed packed) throws IOException {
        frames.add(packed.plainStart(), packedPosition);
        out.write(packed.bytes(), 0, packed.length());
        Arrays.fill(packed.bytes(), 0, packed.length(), (byte) 0);
        packedPosition += packed.length();
    }

    /** Everything is handed on. */
    void finish() throws IOException {
        endFrame();
        order.finish();
    }

    @Override
    public void close() {
        order.close();
    }
}
