package app.lacuna.archive.zip;

import app.lacuna.crypto.RandomAccessCipher;
import app.lacuna.error.VolumeMissing;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;

/** The bytes inside a stored, encrypted entry, decrypted where they are asked for. */
final class DecryptingSource implements ByteSource {
    private final ByteSource ciphertext;
    private final RandomAccessCipher cipher;

    /**
     * @param ciphertext from its first byte, without what stands around it
     */
    DecryptingSource(ByteSource ciphertext, RandomAccessCipher cipher) {
        this.ciphertext = ciphertext;
        this.cipher = cipher;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        int offset = into.arrayOffset() + into.position();
        int count = ciphertext.read(into, position);
        if (count > 0) {
            cipher.combineAt(position, into.array(), offset, count);
        }
        return count;
    }

    @Override
    public long size() throws IOException {
        return ciphertext.size();
    }

    @Override
    public int parts() {
        return ciphertext.parts();
    }

    @Override
    public long partStart(int part) {
        return ciphertext.partStart(part);
    }

    @Override
    public VolumeMissing swapped(int part) {
        return ciphertext.swapped(part);
    }

    /** The source around it belongs to whoever opened it. */
    @Override
    public void close() {
        cipher.close();
    }
}
