package app.lacuna.io;

import java.nio.ByteBuffer;
import java.util.Arrays;

/** Bytes in memory, wiped when they are closed. */
public final class MemorySource implements ByteSource {
    private final byte[] bytes;

    /** Takes the array over. */
    public MemorySource(byte[] bytes) {
        this.bytes = bytes;
    }

    @Override
    public int read(ByteBuffer into, long position) {
        if (position >= bytes.length) {
            return -1;
        }
        int count = (int) Math.min(into.remaining(), bytes.length - position);
        into.put(bytes, (int) position, count);
        return count;
    }

    @Override
    public long size() {
        return bytes.length;
    }

    @Override
    public void close() {
        Arrays.fill(bytes, (byte) 0);
    }
}
