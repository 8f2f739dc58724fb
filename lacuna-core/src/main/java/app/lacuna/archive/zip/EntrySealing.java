package app.lacuna.archive.zip;

import app.lacuna.archive.Protection;
import app.lacuna.base.Secret;
import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.cipher.KeyDerivation;
import app.lacuna.cipher.TraditionalCipher;
import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;

/** What an archive's entries are protected by: keeps what is needed of the password, no more. */
final class EntrySealing implements AutoCloseable {
    private final Protection protection;
    private final Optional<KeyDerivation> derivation;
    private final Optional<TraditionalCipher> traditional;
    private final SecureRandom random;

    /**
     * @param password present exactly if there is protection; not kept
     */
    EntrySealing(Protection protection, Optional<Secret> password, SecureRandom random) {
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

    /** One for each salt. */
    List<EntryKeys> keys(List<byte[]> salts) {
        return EntryKeys.deriveAll(derivation.orElseThrow(), strength().orElseThrow(), salts);
    }

    /** For traditional protection: fresh for one entry. */
    TraditionalCipher traditional() {
        return traditional.orElseThrow().copy();
    }

    @Override
    public void close() {
        derivation.ifPresent(KeyDerivation::close);
        traditional.ifPresent(TraditionalCipher::close);
    }
}
