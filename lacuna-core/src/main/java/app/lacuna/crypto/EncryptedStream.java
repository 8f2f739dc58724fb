package app.lacuna.crypto;

import java.util.Arrays;

/**
 * Encrypts or decrypts the bytes of one entry in order and authenticates the ciphertext. A stream
 * is used in one direction only. What {@link #decrypt} gives out is not trustworthy before {@link
 * #matches} has said so.
 */
public final class EncryptedStream implements AutoCloseable {
    public static final int CODE_BYTES = Authentication.CODE_BYTES;

    private final CounterKeystream keystream;
    private final Authentication authentication;

    /** Copies what it needs: the keys can be closed at once. */
    public EncryptedStream(EntryKeys keys, Primitives primitives) {
        byte[] aesKey = keys.aesKey();
        keystream = new CounterKeystream(aesKey, primitives);
        Arrays.fill(aesKey, (byte) 0);
        authentication = new Authentication(keys, primitives);
    }

    /** The plain bytes are not changed; {@code out} receives the same number from 0 on. */
    public void encrypt(byte[] plain, int offset, int length, byte[] out) {
        keystream.combine(plain, offset, out, 0, length);
        authentication.update(out, 0, length);
    }

    /** Encrypts in place. */
    public void encrypt(byte[] bytes, int offset, int length) {
        keystream.combine(bytes, offset, bytes, offset, length);
        authentication.update(bytes, offset, length);
    }

    /** Decrypts in place. */
    public void decrypt(byte[] bytes, int offset, int length) {
        authentication.update(bytes, offset, length);
        keystream.combine(bytes, offset, bytes, offset, length);
    }

    /** The authentication code of everything so far; ends the stream. */
    public byte[] code() {
        return authentication.code();
    }

    /** Ends the stream and compares its code, in constant time. */
    public boolean matches(byte[] expected) {
        return authentication.matches(expected);
    }

    @Override
    public void close() {
        keystream.close();
    }
}
