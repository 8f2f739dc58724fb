package app.lacuna.archive.zip;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/** Buffered writing to a channel that knows its position and can go back. */
final class ChannelOutput implements ZipOutput {
    private static final int BUFFER_BYTES = 1 << 18;

    private final FileChannel channel;
    private final ByteBuffer buffer = ByteBuffer.allocateDirect(BUFFER_BYTES);
    private long flushed;

    ChannelOutput(FileChannel channel) {
        this(channel, 0);
    }

    /** Goes on behind what the channel has already. */
    ChannelOutput(FileChannel channel, long position) {
        this.channel = channel;
        this.flushed = position;
    }

    @Override
    public long position() {
        return flushed + buffer.position();
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
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

    @Override
    public void flush() throws IOException {
        buffer.flip();
        while (buffer.hasRemaining()) {
            flushed += channel.write(buffer, flushed);
        }
        buffer.clear();
    }

    @Override
    public boolean canGoBack() {
        return true;
    }

    @Override
    public void patch(long position, byte[] bytes) throws IOException {
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

    @Override
    public void truncate(long position) throws IOException {
        flush();
        channel.truncate(position);
        flushed = position;
    }
}
