package app.lacuna.crypto;

import java.util.Arrays;
import java.util.List;

/**
 * The keys of one entry as "AES encryption, AE-1 and AE-2" cuts them from the derived bytes: AES
 * key, HMAC key, two bytes that tell most wrong passwords at once. Closing wipes them.
 */
public final class EntryKeys implements AutoCloseable {
    /** The number of rounds that the specification fixes. */
    public static final int ITERATIONS = 1000;

    public static final int VERIFICATION_BYTES = 2;

    private final byte[] derived;
    private final int keyBytes;

    private EntryKeys(byte[] derived, int keyBytes) {
        this.derived = derived;
        this.keyBytes = keyBytes;
    }

    public static EntryKeys derive(KeyDerivation password, AesStrength strength, byte[] salt) {
        return new EntryKeys(
                password.derive(salt, ITERATIONS, length(strength)), strength.keyBytes());
    }

    /** One for each salt, in their order; much faster than one by one. */
    public static List<EntryKeys> deriveAll(
            KeyDerivation password, AesStrength strength, List<byte[]> salts) {
        return deriveEach(
                salts.stream().map(salt -> new KeyDerivation.Wanted(password, salt)).toList(),
                strength);
    }

    /** One for each, in their order, where each may have a password of its own. */
    public static List<EntryKeys> deriveEach(
            List<KeyDerivation.Wanted> wanted, AesStrength strength) {
        return KeyDerivation.deriveEach(wanted, ITERATIONS, length(strength)).stream()
                .map(derived -> new EntryKeys(derived, strength.keyBytes()))
                .toList();
    }

    /** A hint that so many will be derived before long. */
    public static void expect(long keys, AesStrength strength) {
        KeyDerivation.expect(keys, length(strength));
    }

    private static int length(AesStrength strength) {
        return 2 * strength.keyBytes() + VERIFICATION_BYTES;
    }

    byte[] aesKey() {
        return Arrays.copyOfRange(derived, 0, keyBytes);
    }

    byte[] macKey() {
        return Arrays.copyOfRange(derived, keyBytes, 2 * keyBytes);
    }

    /** Not secret: it stands in the archive. */
    public byte[] verificationValue() {
        return Arrays.copyOfRange(derived, 2 * keyBytes, derived.length);
    }

    @Override
    public void close() {
        Arrays.fill(derived, (byte) 0);
    }
}
