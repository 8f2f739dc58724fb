package app.lacuna.archive.zip;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/** Buffered writing to a channel that knows its position and can go back. */
final class ChannelOutput {
    private static final int BUFFER_BYTES = 1 << 18;

    private final FileChannel channel;
    private final ByteBuffer buffer = ByteBuffer.allocateDirect(BUFFER_BYTES);
    private long flushed;

    ChannelOutput(FileChannel channel) {
        this.channel = channel;
    }

    long position() {
        return flushed + buffer.position();
    }

    void write(byte[] bytes) throws IOException {
        write(bytes, 0, bytes.length);
    }

    void write(byte[] bytes, int offset, int length) throws IOException {
        int done = 0;
        while (done < length) {
            if (!buffer.hasRemaining()) {
                flush();
            }
            int count = Math.min(length - done, buffer.remaining());
            buffer.put(bytes, offset + done, count);
            done += count;
        }
    }

    void flush() throws IOException {
        buffer.flip();
        while (buffer.hasRemaining()) {
            flushed += channel.write(buffer, flushed);
        }
        buffer.clear();
    }

    /** Overwrites bytes that were written before. */
    void patch(long position, byte[] bytes) throws IOException {
        if (position >= flushed) {
            int at = (int) (position - flushed);
            for (int i = 0; i < bytes.length; i++) {
                buffer.put(at + i, bytes[i]);
            }
            return;
        }
        flush();
        ByteBuffer patch = ByteBuffer.wrap(bytes);
        while (patch.hasRemaining()) {
            channel.write(patch, position + patch.position());
        }
    }

    /** Forgets everything from {@code position} on. */
    void truncate(long position) throws IOException {
        flush();
        channel.truncate(position);
        flushed = position;
    }
}
