package app.lacuna.archive.zip;

import java.util.Arrays;

/** Holds one small entry until its header is known. */
final class MemoryOutput implements ZipOutput {
    private byte[] bytes = new byte[1 << 16];
    private int length;

    @Override
    public long position() {
        return length;
    }

    @Override
    public void write(byte[] from, int offset, int count) {
        if (count > bytes.length - length) {
            byte[] larger = Arrays.copyOf(bytes, Math.max(2 * bytes.length, length + count));
            Arrays.fill(bytes, (byte) 0);
            bytes = larger;
        }
        System.arraycopy(from, offset, bytes, length, count);
        length += count;
    }

    @Override
    public boolean canGoBack() {
        return true;
    }

    @Override
    public void patch(long position, byte[] with) {
        System.arraycopy(with, 0, bytes, (int) position, with.length);
    }

    @Override
    public void truncate(long position) {
        length = (int) position;
    }

    @Override
    public void flush() {
        // nothing waits
    }

    /** Gives everything to another output and starts anew. */
    void moveTo(ZipOutput other) throws java.io.IOException {
        other.write(bytes, 0, length);
        Arrays.fill(bytes, 0, length, (byte) 0);
        length = 0;
    }
}
