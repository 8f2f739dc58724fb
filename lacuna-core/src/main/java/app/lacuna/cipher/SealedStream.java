package app.lacuna.cipher;

import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Arrays;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Encrypts or decrypts the bytes of one entry in order and authenticates the ciphertext with
 * HMAC-SHA1 (RFC 2104), of which the first ten bytes are kept. A stream is used in one direction
 * only. What {@link #decrypt} gives out is not trustworthy before {@link #matches} has said so.
 */
public final class SealedStream implements AutoCloseable {
    public static final int CODE_BYTES = 10;

    private final CounterKeystream keystream;
    private final Mac mac;

    /** Copies what it needs: the keys can be closed at once. */
    public SealedStream(EntryKeys keys) {
        byte[] aesKey = keys.aesKey();
        byte[] macKey = keys.macKey();
        try {
            keystream = new CounterKeystream(aesKey);
            mac = Mac.getInstance("HmacSHA1");
            mac.init(new SecretKeySpec(macKey, "HmacSHA1"));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has HMAC-SHA1", e);
        } finally {
            Arrays.fill(aesKey, (byte) 0);
            Arrays.fill(macKey, (byte) 0);
        }
    }

    /** The plain bytes are not changed; {@code out} receives the same number from 0 on. */
    public void encrypt(byte[] plain, int offset, int length, byte[] out) {
        keystream.combine(plain, offset, out, 0, length);
        mac.update(out, 0, length);
    }

    /** Decrypts in place. */
    public void decrypt(byte[] bytes, int offset, int length) {
        mac.update(bytes, offset, length);
        keystream.combine(bytes, offset, bytes, offset, length);
    }

    /** The authentication code of everything so far; ends the stream. */
    public byte[] code() {
        return Arrays.copyOf(mac.doFinal(), CODE_BYTES);
    }

    /** Ends the stream and compares its code, in constant time. */
    public boolean matches(byte[] expected) {
        return MessageDigest.isEqual(code(), expected);
    }

    @Override
    public void close() {
        keystream.close();
    }
}
