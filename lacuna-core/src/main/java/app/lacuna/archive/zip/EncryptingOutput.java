package app.lacuna.archive.zip;

import app.lacuna.crypto.EncryptedStream;
import java.io.IOException;
import java.util.Arrays;

/**
 * Encrypts everything that is written, in order. The authentication code runs along, so nothing can
 * be changed afterwards.
 */
final class EncryptingOutput implements ZipOutput {
    private final ZipOutput out;
    private final EncryptedStream cipher;
    private final byte[] plain = new byte[1 << 16];
    private final byte[] encrypted = new byte[1 << 16];
    private int waiting;
    private long position;

    EncryptingOutput(ZipOutput out, EncryptedStream cipher) {
        this.out = out;
        this.cipher = cipher;
    }

    @Override
    public long position() {
        return position;
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
        int done = 0;
        while (done < length) {
            int count = Math.min(length - done, plain.length - waiting);
            System.arraycopy(bytes, offset + done, plain, waiting, count);
            waiting += count;
            done += count;
            if (waiting == plain.length) {
                flush();
            }
        }
        position += length;
    }

    @Override
    public void flush() throws IOException {
        cipher.encrypt(plain, 0, waiting, encrypted);
        out.write(encrypted, 0, waiting);
        waiting = 0;
    }

    /** The authentication code behind everything. Nothing can be written afterwards. */
    void end() throws IOException {
        flush();
        out.write(cipher.code());
        Arrays.fill(plain, (byte) 0);
    }

    @Override
    public boolean canGoBack() {
        return false;
    }

    @Override
    public void patch(long at, byte[] bytes) {
        throw new UnsupportedOperationException("what is encrypted stays");
    }

    @Override
    public void truncate(long at) {
        throw new UnsupportedOperationException("what is encrypted stays");
    }
}
