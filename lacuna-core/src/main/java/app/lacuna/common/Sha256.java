package app.lacuna.common;

import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 (FIPS 180-4), written as 64 small hexadecimal digits. */
public final class Sha256 {
    private static final int BUFFER_BYTES = 1 << 17;

    private Sha256() {}

    public static MessageDigest hasher() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e); // every Java has it
        }
    }

    public static String hex(byte[] bytes) {
        return HexFormat.of().formatHex(hasher().digest(bytes));
    }

    /** Finishes the hasher, which can be used again. */
    public static String hex(MessageDigest hasher) {
        return HexFormat.of().formatHex(hasher.digest());
    }

    /** Of everything up to the end. The stream stays open. */
    public static String of(InputStream in, CancelToken cancel) throws IOException {
        MessageDigest hasher = hasher();
        byte[] buffer = new byte[BUFFER_BYTES];
        try {
            int count;
            while ((count = in.read(buffer)) >= 0) {
                cancel.check();
                hasher.update(buffer, 0, count);
            }
            return hex(hasher);
        } finally {
            java.util.Arrays.fill(buffer, (byte) 0);
        }
    }
}
