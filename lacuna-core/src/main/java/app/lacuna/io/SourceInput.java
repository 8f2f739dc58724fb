package app.lacuna.io;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;

/**
 * A stretch of a source as a stream, read by position, so that several can be read at once. Ends at
 * the end of the stretch or of the file, whichever comes first.
 */
public final class SourceInput extends InputStream {
    private static final int BUFFER_BYTES = 1 << 16;

    private final ByteSource source;
    private final long end;
    private final byte[] buffer;
    private long position;
    private int next;
    private int filled;

    public SourceInput(ByteSource source, long start, long length) {
        this.source = source;
        this.position = start;
        this.end = start + length;
        this.buffer = new byte[(int) Math.max(1, Math.min(length, BUFFER_BYTES))];
    }

    /** Where in the file the next byte is. */
    public long position() {
        return position - (filled - next);
    }

    @Override
    public int read() throws IOException {
        return next < filled || fill() ? buffer[next++] & 0xff : -1;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (next == filled && !fill()) {
            return -1;
        }
        int count = Math.min(length, filled - next);
        System.arraycopy(buffer, next, bytes, offset, count);
        next += count;
        return count;
    }

    private boolean fill() throws IOException {
        // Whole stretches of the source, so that none of them is read twice by two buffers.
        int room = BUFFER_BYTES - (int) (position % BUFFER_BYTES);
        int wanted = (int) Math.min(Math.min(room, buffer.length), end - position);
        if (wanted <= 0) {
            return false;
        }
        int count = source.read(ByteBuffer.wrap(buffer, 0, wanted), position);
        if (count <= 0) {
            return false;
        }
        position += count;
        next = 0;
        filled = count;
        return true;
    }

    /** Wipes the buffer; the source stays open. */
    @Override
    public void close() {
        Arrays.fill(buffer, (byte) 0);
        next = filled;
    }
}
