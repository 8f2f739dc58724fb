package app.lacuna.cipher;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;

/**
 * PBKDF2 with HMAC-SHA1 (RFC 8018, section 5.2; HMAC: RFC 2104) for one password and any number of
 * salts.
 *
 * <p>HMAC begins with a block made of the key, once for its inner and once for its outer hash. Both
 * depend on the password alone, so their states are computed once and every derivation starts from
 * them. From the second round on each round is exactly two compressions: the input is one hash
 * value, whose padding is constant.
 *
 * <p>One thread at a time. Closing it wipes the states, from which passwords could be tried.
 */
public final class KeyDerivation implements AutoCloseable {
    private static final int HASH_BYTES = 20;
    private static final int BLOCK_BYTES = 64;

    private final int[] innerStart;
    private final int[] outerStart;
    private final int[] schedule = new int[80];

    public KeyDerivation(byte[] password) {
        byte[] key = password.length > BLOCK_BYTES ? digest(password) : password.clone();
        innerStart = padState(key, 0x36);
        outerStart = padState(key, 0x5c);
        Arrays.fill(key, (byte) 0);
    }

    /** The caller wipes what it gets. */
    public byte[] derive(byte[] salt, int iterations, int length) {
        if (iterations < 1 || length < 1) {
            throw new IllegalArgumentException("iterations and length are at least 1");
        }
        byte[] derived = new byte[length];
        byte[] block = new byte[HASH_BYTES];
        for (int index = 1, done = 0; done < length; index++, done += HASH_BYTES) {
            deriveBlock(salt, index, iterations, block);
            System.arraycopy(block, 0, derived, done, Math.min(HASH_BYTES, length - done));
        }
        Arrays.fill(block, (byte) 0);
        Arrays.fill(schedule, 0);
        return derived;
    }

    private void deriveBlock(byte[] salt, int index, int iterations, byte[] block) {
        int[] state = new int[Sha1.STATE_WORDS];
        firstRound(salt, index, state);
        int[] sum = state.clone();
        for (int round = 1; round < iterations; round++) {
            hashOneValue(innerStart, state);
            hashOneValue(outerStart, state);
            for (int i = 0; i < Sha1.STATE_WORDS; i++) {
                sum[i] ^= state[i];
            }
        }
        for (int i = 0; i < HASH_BYTES; i++) {
            block[i] = (byte) (sum[i / 4] >>> (24 - 8 * (i % 4)));
        }
        Arrays.fill(sum, 0);
        Arrays.fill(state, 0);
    }

    /** U1 = HMAC(salt, block index as four bytes, most significant first). */
    private void firstRound(byte[] salt, int index, int[] state) {
        byte[] message = Arrays.copyOf(salt, salt.length + 4);
        for (int i = 0; i < 4; i++) {
            message[salt.length + i] = (byte) (index >>> (24 - 8 * i));
        }
        System.arraycopy(innerStart, 0, state, 0, Sha1.STATE_WORDS);
        byte[] padded = padded(message);
        for (int offset = 0; offset < padded.length; offset += BLOCK_BYTES) {
            load(padded, offset);
            Sha1.compress(state, schedule);
        }
        hashOneValue(outerStart, state);
    }

    /** Padding as in FIPS 180-4, section 5.1.1, counting the key's block that went before. */
    private static byte[] padded(byte[] message) {
        int length = (message.length + 9 + BLOCK_BYTES - 1) / BLOCK_BYTES * BLOCK_BYTES;
        byte[] padded = Arrays.copyOf(message, length);
        padded[message.length] = (byte) 0x80;
        long bits = (BLOCK_BYTES + (long) message.length) * 8;
        for (int i = 0; i < 8; i++) {
            padded[length - 1 - i] = (byte) (bits >>> (8 * i));
        }
        return padded;
    }

    /** Replaces the hash value in {@code state} by the hash of the key's block and that value. */
    private void hashOneValue(int[] start, int[] state) {
        System.arraycopy(state, 0, schedule, 0, Sha1.STATE_WORDS);
        schedule[5] = 0x80000000;
        Arrays.fill(schedule, 6, 15, 0);
        schedule[15] = (BLOCK_BYTES + HASH_BYTES) * 8;
        System.arraycopy(start, 0, state, 0, Sha1.STATE_WORDS);
        Sha1.compress(state, schedule);
    }

    private int[] padState(byte[] key, int pad) {
        byte[] block = new byte[BLOCK_BYTES];
        Arrays.fill(block, (byte) pad);
        for (int i = 0; i < key.length; i++) {
            block[i] ^= key[i];
        }
        int[] state = Sha1.initialState();
        load(block, 0);
        Sha1.compress(state, schedule);
        Arrays.fill(block, (byte) 0);
        return state;
    }

    private void load(byte[] bytes, int offset) {
        for (int i = 0; i < Sha1.BLOCK_WORDS; i++) {
            int at = offset + 4 * i;
            schedule[i] =
                    (bytes[at] & 0xff) << 24
                            | (bytes[at + 1] & 0xff) << 16
                            | (bytes[at + 2] & 0xff) << 8
                            | (bytes[at + 3] & 0xff);
        }
    }

    private static byte[] digest(byte[] password) {
        try {
            return MessageDigest.getInstance("SHA-1").digest(password);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-1", e);
        }
    }

    @Override
    public void close() {
        Arrays.fill(innerStart, 0);
        Arrays.fill(outerStart, 0);
        Arrays.fill(schedule, 0);
    }
}
