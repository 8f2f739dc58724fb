package app.lacuna.archive.zip;

import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.compression.ByteRun;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.EncryptedStream;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.crypto.Primitives;
import app.lacuna.crypto.TraditionalCipher;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** What an archive's entries are protected by: keeps what is needed of the password, no more. */
final class EntryEncryption implements AutoCloseable {
    private final Protection protection;
    private final Optional<KeyDerivation> derivation;
    private final Optional<TraditionalCipher> traditional;
    private final SecureRandom random;

    /**
     * @param password present exactly if there is protection; not kept
     */
    EntryEncryption(Protection protection, Optional<Secret> password, SecureRandom random) {
        if (protection.needsPassword() != password.isPresent()) {
            throw new IllegalArgumentException("a password goes with protection, and only with it");
        }
        this.protection = protection;
        this.random = random;
        boolean aes = protection.strength().isPresent();
        derivation = password.filter(p -> aes).map(p -> p.withUtf8(KeyDerivation::new));
        traditional = password.filter(p -> !aes).map(p -> p.withUtf8(TraditionalCipher::of));
    }

    boolean isNone() {
        return protection == Protection.NONE;
    }

    Optional<AesStrength> strength() {
        return protection.strength();
    }

    /** A new salt for AES; the random part of the encryption header otherwise; never used twice. */
    byte[] newSalt() {
        int length =
                strength()
                        .map(AesStrength::saltBytes)
                        .orElse(isNone() ? 0 : TraditionalCipher.HEADER_BYTES - 1);
        byte[] salt = new byte[length];
        random.nextBytes(salt);
        return salt;
    }

    /** A hint that so many entries will be encrypted before long. */
    void expect(long entries) {
        strength().ifPresent(strength -> EntryKeys.expect(entries, strength));
    }

    /** One for each salt. */
    List<EntryKeys> keys(List<byte[]> salts) {
        return EntryKeys.deriveAll(derivation.orElseThrow(), strength().orElseThrow(), salts);
    }

    /** For traditional protection: fresh for one entry. */
    TraditionalCipher traditional() {
        return traditional.orElseThrow().copy();
    }

    /**
     * Encrypts the data of a small entry in place.
     *
     * @param salt from {@link #newSalt}
     * @param keys those of the salt, under AES
     * @param crc that of the contents
     */
    EncryptedData encrypt(ByteRun data, byte[] salt, Optional<EntryKeys> keys, int crc) {
        if (isNone()) {
            return EncryptedData.open(data, crc);
        }
        return keys.isPresent() ? aes(data, salt, keys.get()) : traditional(data, salt, crc);
    }

    private static EncryptedData aes(ByteRun data, byte[] salt, EntryKeys keys) {
        byte[] check = keys.verificationValue();
        byte[] lead = Arrays.copyOf(salt, salt.length + check.length);
        System.arraycopy(check, 0, lead, salt.length, check.length);
        try (EncryptedStream cipher =
                new EncryptedStream(keys, Primitives.forBytes(data.length()))) {
            cipher.encrypt(data.bytes(), 0, data.length());
            return new EncryptedData(lead, data, cipher.code(), 0);
        }
    }

    /** 6.1.6: the last byte of the header is the highest of the checksum. */
    private EncryptedData traditional(ByteRun data, byte[] salt, int crc) {
        try (TraditionalCipher cipher = traditional()) {
            byte[] lead = Arrays.copyOf(salt, TraditionalCipher.HEADER_BYTES);
            lead[TraditionalCipher.HEADER_BYTES - 1] = (byte) (crc >>> 24);
            cipher.encrypt(lead, 0, lead.length);
            cipher.encrypt(data.bytes(), 0, data.length());
            return EncryptedData.withoutCode(lead, data, crc);
        }
    }

    @Override
    public void close() {
        derivation.ifPresent(KeyDerivation::close);
        traditional.ifPresent(TraditionalCipher::close);
    }
}
