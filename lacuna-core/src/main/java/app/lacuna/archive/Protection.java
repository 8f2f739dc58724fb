package app.lacuna.archive;

import app.lacuna.crypto.AesStrength;
import java.util.Optional;

/** How the contents of an entry are protected, from nothing to the strongest. */
public enum Protection {
    NONE,
    /** Traditional ZIP encryption: it has a password and is broken all the same. */
    TRADITIONAL,
    AES_128,
    AES_192,
    AES_256;

    public Optional<AesStrength> strength() {
        return switch (this) {
            case NONE, TRADITIONAL -> Optional.empty();
            case AES_128 -> Optional.of(AesStrength.AES_128);
            case AES_192 -> Optional.of(AesStrength.AES_192);
            case AES_256 -> Optional.of(AesStrength.AES_256);
        };
    }

    public static Protection of(AesStrength strength) {
        return switch (strength) {
            case AES_128 -> AES_128;
            case AES_192 -> AES_192;
            case AES_256 -> AES_256;
        };
    }

    /**
     * Hidden names need the authentication and the counter mode of AES. Under traditional
     * encryption the archive inside would fall at once, since its first bytes are known.
     */
    public boolean canHideNames() {
        return strength().isPresent();
    }

    public boolean needsPassword() {
        return this != NONE;
    }
}
