package app.lacuna.archive.zip;

import app.lacuna.cipher.SealedStream;
import java.io.IOException;
import java.util.Arrays;

/**
 * Encrypts everything that is written, in order. The authentication code runs along, so nothing can
 * be changed afterwards.
 */
final class SealedOutput implements ZipOutput {
    private final ZipOutput out;
    private final SealedStream seal;
    private final byte[] plain = new byte[1 << 16];
    private final byte[] sealed = new byte[1 << 16];
    private int waiting;
    private long position;

    SealedOutput(ZipOutput out, SealedStream seal) {
        this.out = out;
        this.seal = seal;
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
        seal.encrypt(plain, 0, waiting, sealed);
        out.write(sealed, 0, waiting);
        waiting = 0;
    }

    /** The authentication code behind everything. Nothing can be written afterwards. */
    void seal() throws IOException {
        flush();
        out.write(seal.code());
        Arrays.fill(plain, (byte) 0);
    }

    @Override
    public boolean canGoBack() {
        return false;
    }

    @Override
    public void patch(long at, byte[] bytes) {
        throw new UnsupportedOperationException("what is sealed stays");
    }

    @Override
    public void truncate(long at) {
        throw new UnsupportedOperationException("what is sealed stays");
    }
}
