package app.lacuna.crypto;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.security.GeneralSecurityException;
import java.util.Arrays;
import javax.crypto.Cipher;

/**
 * AES in counter mode (SP 800-38A, section 6.5) with a 128-bit little-endian counter that starts at
 * one, as "AES encryption, AE-1 and AE-2" has it. The JDK's own counter mode counts big-endian.
 *
 * <p>A buffer is filled with counter blocks, encrypted by one call, and combined with the data by
 * longs. 8 KiB at a time: small enough to stay in the first cache, large enough that the call's
 * overhead vanishes. Encrypting and decrypting are the same operation.
 */
final class CounterKeystream implements AutoCloseable {
    private static final int CHUNK = 8192;

    /** Less than that is not worth a call. */
    private static final int LEAST = 512;

    private static final int BLOCK = 16;
    private static final VarHandle LONGS =
            MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

    private final Cipher aes;
    private final byte[] counters = new byte[CHUNK];
    private final byte[] keystream = new byte[CHUNK];
    private long nextBlock = 1;
    private int filled;
    private int used;

    CounterKeystream(byte[] key, Primitives primitives) {
        aes = primitives.aes(key);
    }

    /** Combines {@code length} bytes of {@code in} with the keystream into {@code out}. */
    void combine(byte[] in, int inOffset, byte[] out, int outOffset, int length) {
        int done = 0;
        while (done < length) {
            if (used == filled) {
                refill(length - done);
            }
            int count = Math.min(length - done, filled - used);
            xor(in, inOffset + done, out, outOffset + done, count);
            used += count;
            done += count;
        }
    }

    /** Continues with the keystream at this place of the data. */
    void moveTo(long position) {
        nextBlock = position / BLOCK + 1;
        refill(LEAST);
        used = (int) (position % BLOCK);
    }

    private void xor(byte[] in, int inOffset, byte[] out, int outOffset, int count) {
        int i = 0;
        for (; i + 8 <= count; i += 8) {
            long data = (long) LONGS.get(in, inOffset + i);
            long stream = (long) LONGS.get(keystream, used + i);
            LONGS.set(out, outOffset + i, data ^ stream);
        }
        for (; i < count; i++) {
            out[outOffset + i] = (byte) (in[inOffset + i] ^ keystream[used + i]);
        }
    }

    /** No more than is wanted: most files are small. */
    private void refill(int wanted) {
        int blocks = (Math.min(wanted, CHUNK) + BLOCK - 1) / BLOCK;
        filled = Math.max(LEAST, blocks * BLOCK);
        for (int offset = 0; offset < filled; offset += BLOCK) {
            LONGS.set(counters, offset, nextBlock++);
        }
        try {
            aes.update(counters, 0, filled, keystream, 0);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("a whole number of blocks always fits", e);
        }
        used = 0;
    }

    @Override
    public void close() {
        Arrays.fill(keystream, (byte) 0);
        filled = 0;
        used = 0;
    }
}
