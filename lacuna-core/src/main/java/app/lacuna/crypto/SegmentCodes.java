package app.lacuna.crypto;

import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import javax.crypto.AEADBadTagException;
import javax.crypto.Cipher;
import javax.crypto.KeyGenerator;
import javax.crypto.SecretKey;
import javax.crypto.spec.GCMParameterSpec;

/**
 * Notices when bytes that were read once are other bytes when they are read again. A long run of
 * bytes is seen as segments; of each that was seen, an authentication code is kept: GMAC (NIST SP
 * 800-38D) under a key that is made for this object and lives only in memory, with the number of
 * the segment as the nonce. A file that somebody else can write to can be read in parts that way,
 * long after all of it has been authenticated. Safe to use from several threads.
 */
public final class SegmentCodes {
    /** What is read at once, usually. */
    static final int SMALLEST_SEGMENT = 1 << 16;

    /** Their codes take 4 MiB. */
    private static final int MOST_SEGMENTS = 1 << 18;

    private static final int CODE_BYTES = 16;
    private static final int NONCE_BYTES = 12;

    private final Primitives primitives;
    private final SecretKey key;
    private final int segmentBytes;
    private final byte[] codes;
    private final BitSet seen = new BitSet();
    private final Queue<Cipher> idle = new ConcurrentLinkedQueue<>();

    /**
     * @param length of the whole run
     */
    public SegmentCodes(long length, SecureRandom random) {
        this(length, random, Primitives.forBytes(length));
    }

    SegmentCodes(long length, SecureRandom random, Primitives primitives) {
        this.primitives = primitives;
        long bytes = SMALLEST_SEGMENT;
        while ((length + bytes - 1) / bytes > MOST_SEGMENTS) {
            bytes *= 2;
        }
        segmentBytes = Math.toIntExact(bytes);
        codes = new byte[(int) ((length + bytes - 1) / bytes) * CODE_BYTES];
        try {
            KeyGenerator generator = KeyGenerator.getInstance("AES");
            generator.init(256, random);
            key = generator.generateKey();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has AES", e);
        }
    }

    /** All segments but the last are of this length. */
    public int segmentBytes() {
        return segmentBytes;
    }

    /** False if the segment was seen before and was something else. */
    public boolean isAsBefore(int segment, byte[] bytes, int length) {
        byte[] known = known(segment);
        if (known.length > 0) {
            return matches(segment, bytes, length, known);
        }
        byte[] code = code(segment, bytes, length);
        synchronized (seen) {
            if (!seen.get(segment)) {
                System.arraycopy(code, 0, codes, segment * CODE_BYTES, CODE_BYTES);
                seen.set(segment);
                return true;
            }
        }
        return Arrays.equals(code, known(segment)); // another thread has read it meanwhile
    }

    private byte[] known(int segment) {
        synchronized (seen) {
            int at = segment * CODE_BYTES;
            return seen.get(segment) ? Arrays.copyOfRange(codes, at, at + CODE_BYTES) : new byte[0];
        }
    }

    private byte[] code(int segment, byte[] bytes, int length) {
        try {
            Cipher gmac = gmac(Cipher.ENCRYPT_MODE, segment);
            gmac.updateAAD(bytes, 0, length);
            byte[] code = gmac.doFinal();
            idle.add(gmac);
            return code;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has GCM", e);
        }
    }

    private boolean matches(int segment, byte[] bytes, int length, byte[] code) {
        try {
            Cipher gmac = gmac(Cipher.DECRYPT_MODE, segment);
            gmac.updateAAD(bytes, 0, length);
            gmac.doFinal(code);
            idle.add(gmac);
            return true;
        } catch (AEADBadTagException e) {
            return false;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has GCM", e);
        }
    }

    /** The nonce is never used for two messages: what is seen again is only compared. */
    private Cipher gmac(int mode, int segment) throws GeneralSecurityException {
        Cipher gmac = idle.poll();
        if (gmac == null) {
            gmac = primitives.gcm();
        }
        byte[] nonce = new byte[NONCE_BYTES];
        for (int i = 0; i < 4; i++) {
            nonce[i] = (byte) (segment >>> 8 * i);
        }
        gmac.init(mode, key, new GCMParameterSpec(8 * CODE_BYTES, nonce));
        return gmac;
    }
}
