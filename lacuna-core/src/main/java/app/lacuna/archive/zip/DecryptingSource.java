package app.lacuna.archive.zip;

import app.lacuna.cipher.RandomAccessCipher;
import app.lacuna.failure.VolumeMissing;
import java.io.IOException;
import java.nio.ByteBuffer;

/** The bytes inside a stored, encrypted entry, decrypted where they are asked for. */
final class DecryptingSource implements ByteSource {
    private final ByteSource outer;
    private final long start;
    private final long length;
    private final RandomAccessCipher cipher;

    /**
     * @param start where the ciphertext begins
     * @param length bytes of ciphertext, without the authentication code
     */
    DecryptingSource(ByteSource outer, long start, long length, RandomAccessCipher cipher) {
        this.outer = outer;
        this.start = start;
        this.length = length;
        this.cipher = cipher;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= length) {
            return -1;
        }
        int wanted = (int) Math.min(into.remaining(), length - position);
        ByteBuffer window = into.duplicate().limit(into.position() + wanted);
        int count = outer.read(window, start + position);
        if (count > 0) {
            int offset = into.arrayOffset() + into.position();
            cipher.combineAt(position, into.array(), offset, count);
            into.position(into.position() + count);
        }
        return count;
    }

    @Override
    public long size() {
        return length;
    }

    @Override
    public int parts() {
        return outer.parts();
    }

    @Override
    public long partStart(int part) {
        return outer.partStart(part) - start;
    }

    @Override
    public VolumeMissing swapped(int part) {
        return outer.swapped(part);
    }

    /** The outer source belongs to whoever opened it. */
    @Override
    public void close() {
        cipher.close();
    }
}
