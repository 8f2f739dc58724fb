package app.lacuna.crypto;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.Provider;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.conscrypt.Conscrypt;

/**
 * Where AES, HMAC-SHA1 and GMAC come from: a native library where one loads and computes published
 * vectors rightly, the JDK otherwise. Both give the same bytes; the native one is two to three
 * times faster, and takes a third of a second to load, in which the JDK's encrypts megabytes. GMAC
 * of the JDK reaches 50 MB/s until the JIT has compiled it, after a hundred megabytes; the native
 * one begins with 600 MB/s.
 */
public final class Primitives {
    private static final String BLOCK_MODE = "AES/ECB/NoPadding";
    private static final String GCM = "AES/GCM/NoPadding";
    private static final String HMAC = "HmacSHA1";

    private static final class Chosen {
        static final Primitives FASTEST = nativeOnes().orElseGet(Primitives::jdk);
    }

    private static final Primitives JDK = new Primitives(Optional.empty());

    /** As many bytes as the JDK's take while the library would be loading, cold. */
    private static final long LITTLE = 2 << 20;

    /** What one stream takes before its first byte, in bytes. */
    private static final long BEGINNING = 8192;

    private static final AtomicLong WANTED = new AtomicLong();

    private final Optional<Provider> provider;

    private Primitives(Optional<Provider> provider) {
        this.provider = provider;
    }

    public static Primitives fastest() {
        return Chosen.FASTEST;
    }

    /** The fastest for so many bytes, all the others before them considered. */
    public static Primitives forBytes(long bytes) {
        long wanted = WANTED.addAndGet(Math.min(bytes, LITTLE) + BEGINNING);
        return wanted < LITTLE ? JDK : fastest();
    }

    public static Primitives jdk() {
        return JDK;
    }

    /** Empty where the library does not load, or computes something else than it should. */
    static Optional<Primitives> nativeOnes() {
        try {
            Primitives loaded = new Primitives(Optional.of(Conscrypt.newProvider()));
            return loaded.matchesVectors() ? Optional.of(loaded) : Optional.empty();
        } catch (RuntimeException | LinkageError e) {
            return Optional.empty(); // no build of it for this system: the JDK's do the same
        }
    }

    /** Of no bytes, with a key and a nonce of zeros. */
    private byte[] gmacOfNothing() {
        try {
            Cipher gcm = gcm();
            gcm.init(
                    Cipher.ENCRYPT_MODE,
                    new SecretKeySpec(new byte[16], "AES"),
                    new GCMParameterSpec(128, new byte[12]));
            return gcm.doFinal();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has GCM", e);
        }
    }

    /**
     * FIPS 197, appendix C.3; RFC 2202, test case 1; McGrew and Viega, "The Galois/Counter Mode of
     * Operation", appendix B, test case 1.
     */
    private boolean matchesVectors() {
        HexFormat hex = HexFormat.of();
        byte[] key =
                hex.parseHex("000102030405060708090a0b0c0d0e0f101112131415161718191a1b1c1d1e1f");
        byte[] block = hex.parseHex("00112233445566778899aabbccddeeff");
        byte[] macKey = new byte[20];
        Arrays.fill(macKey, (byte) 0x0b);
        byte[] encrypted = aes(key).update(block);
        byte[] code = hmacSha1(macKey).doFinal("Hi There".getBytes(StandardCharsets.US_ASCII));
        return hex.formatHex(encrypted).equals("8ea2b7ca516745bfeafc49904b496089")
                && hex.formatHex(code).equals("b617318655057264e28bc0b6fb378c8ef146be00")
                && hex.formatHex(gmacOfNothing()).equals("58e2fccefa7e3061367f1d57a4e7455a");
    }

    /** AES on single blocks, ready to encrypt. */
    Cipher aes(byte[] key) {
        try {
            Cipher aes =
                    provider.isPresent()
                            ? Cipher.getInstance(BLOCK_MODE, provider.get())
                            : Cipher.getInstance(BLOCK_MODE);
            aes.init(Cipher.ENCRYPT_MODE, new SecretKeySpec(key, "AES"));
            return aes;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has AES", e);
        }
    }

    /** For authentication codes alone: GMAC (NIST SP 800-38D, section 3). */
    Cipher gcm() {
        try {
            return provider.isPresent()
                    ? Cipher.getInstance(GCM, provider.get())
                    : Cipher.getInstance(GCM);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has GCM", e);
        }
    }

    Mac hmacSha1(byte[] key) {
        try {
            Mac mac =
                    provider.isPresent()
                            ? Mac.getInstance(HMAC, provider.get())
                            : Mac.getInstance(HMAC);
            mac.init(new SecretKeySpec(key, HMAC));
            return mac;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java platform has HMAC-SHA1", e);
        }
    }

    /** For reports of measurements. */
    @Override
    public String toString() {
        return provider.map(Provider::getName).orElse("JDK");
    }
}
