package app.lacuna.crypto;

import java.security.MessageDigest;
import java.util.Arrays;
import javax.crypto.Mac;

/**
 * The authentication code of one entry: HMAC-SHA1 (RFC 2104) over the ciphertext in its order, of
 * which the first ten bytes are kept. One thread at a time.
 */
public final class Authentication {
    public static final int CODE_BYTES = 10;

    private final Mac mac;

    /** Copies what it needs: the keys can be closed at once. */
    public Authentication(EntryKeys keys, Primitives primitives) {
        byte[] macKey = keys.macKey();
        mac = primitives.hmacSha1(macKey);
        Arrays.fill(macKey, (byte) 0);
    }

    public void update(byte[] ciphertext, int offset, int length) {
        mac.update(ciphertext, offset, length);
    }

    /** The code of everything so far; ends it. */
    public byte[] code() {
        return Arrays.copyOf(mac.doFinal(), CODE_BYTES);
    }

    /** Ends it and compares its code, in constant time. */
    public boolean matches(byte[] expected) {
        return MessageDigest.isEqual(code(), expected);
    }
}
