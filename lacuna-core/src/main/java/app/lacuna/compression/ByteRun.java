package app.lacuna.compression;

import java.util.Arrays;

/** Bytes in an array that grows; what is valid goes from 0 to {@link #length}. */
public final class ByteRun {
    private byte[] bytes;
    private int length;

    public ByteRun(int capacity) {
        bytes = new byte[Math.max(64, capacity)];
    }

    private ByteRun(byte[] bytes, int length) {
        this.bytes = bytes;
        this.length = length;
    }

    /** Takes the array over. */
    public static ByteRun of(byte[] bytes) {
        return new ByteRun(bytes, bytes.length);
    }

    /** The first bytes of an array, which is taken over. */
    public static ByteRun of(byte[] bytes, int length) {
        return new ByteRun(bytes, length);
    }

    public byte[] bytes() {
        return bytes;
    }

    public int length() {
        return length;
    }

    int room() {
        return bytes.length - length;
    }

    void ensureRoom() {
        if (room() < 64) {
            bytes = Arrays.copyOf(bytes, bytes.length * 2);
        }
    }

    void added(int count) {
        length += count;
    }

    public void wipe() {
        Arrays.fill(bytes, 0, length, (byte) 0);
    }
}
