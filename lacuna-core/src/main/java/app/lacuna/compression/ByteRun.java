package app.lacuna.compression;

import java.io.OutputStream;
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
            grow(bytes.length * 2);
        }
    }

    /** What it grows out of is wiped. */
    private void grow(int capacity) {
        byte[] larger = new byte[capacity];
        System.arraycopy(bytes, 0, larger, 0, length);
        wipe();
        bytes = larger;
    }

    /** Appends what is written to it. */
    public OutputStream asStream() {
        return new OutputStream() {
            @Override
            public void write(int one) {
                write(new byte[] {(byte) one}, 0, 1);
            }

            @Override
            public void write(byte[] from, int offset, int count) {
                if (room() < count) {
                    grow(Math.max(bytes.length * 2, length + count));
                }
                System.arraycopy(from, offset, bytes, length, count);
                length += count;
            }
        };
    }

    void added(int count) {
        length += count;
    }

    public void wipe() {
        Arrays.fill(bytes, 0, length, (byte) 0);
    }
}
