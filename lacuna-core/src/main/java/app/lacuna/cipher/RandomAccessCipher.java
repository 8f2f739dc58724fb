package app.lacuna.cipher;

import java.util.Arrays;

/**
 * Decrypts any part of an entry without the rest, which counter mode allows. Nothing it gives out
 * is authenticated: whoever uses it checks the whole entry by a {@link SealedStream} before
 * trusting any of it. Safe to use from several threads.
 */
public final class RandomAccessCipher implements AutoCloseable {
    private final CounterKeystream keystream;

    /** Copies what it needs: the keys can be closed at once. */
    public RandomAccessCipher(EntryKeys keys) {
        byte[] key = keys.aesKey();
        keystream = new CounterKeystream(key);
        Arrays.fill(key, (byte) 0);
    }

    /** Decrypts in place bytes that stand at {@code position} of the entry's data. */
    public synchronized void decryptAt(long position, byte[] bytes, int offset, int length) {
        keystream.moveTo(position);
        keystream.combine(bytes, offset, bytes, offset, length);
    }

    @Override
    public synchronized void close() {
        keystream.close();
    }
}
