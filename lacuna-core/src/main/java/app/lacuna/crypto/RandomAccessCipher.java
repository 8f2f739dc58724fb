package app.lacuna.crypto;

import java.util.Arrays;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;

/**
 * Encrypts or decrypts any part of an entry without the rest, which counter mode allows. Nothing it
 * decrypts is authenticated: whoever uses it checks the whole entry before trusting any of it. Safe
 * to use from several threads at once: each takes a keystream of its own.
 */
public final class RandomAccessCipher implements AutoCloseable {
    private final byte[] key;
    private final Primitives primitives;
    private final Queue<CounterKeystream> idle = new ConcurrentLinkedQueue<>();
    private volatile boolean closed;

    /** Copies what it needs: the keys can be closed at once. */
    public RandomAccessCipher(EntryKeys keys, Primitives primitives) {
        this.key = keys.aesKey();
        this.primitives = primitives;
    }

    /** Combines bytes that stand at {@code position} of the entry's data, in place. */
    public void combineAt(long position, byte[] bytes, int offset, int length) {
        if (closed) {
            throw new IllegalStateException("the key has been wiped");
        }
        CounterKeystream keystream = idle.poll();
        if (keystream == null) {
            keystream = new CounterKeystream(key, primitives);
        }
        keystream.moveTo(position);
        keystream.combine(bytes, offset, bytes, offset, length);
        idle.add(keystream);
        if (closed) {
            wipe();
        }
    }

    private void wipe() {
        Arrays.fill(key, (byte) 0);
        for (CounterKeystream keystream; (keystream = idle.poll()) != null; ) {
            keystream.close();
        }
    }

    @Override
    public void close() {
        closed = true;
        wipe();
    }
}
