package app.lacuna.password;

/** What one guess costs in a form of archive. */
public enum GuessCost {
    /**
     * AES entries: 1,000 rounds of PBKDF2-HMAC-SHA1 for one block of 20 bytes, which holds the
     * value that tells a wrong password. Two compressions of SHA-1 a round (RFC 8018, RFC 2104).
     */
    AES_ENTRY(2_000),
    /**
     * Argon2id with 3 passes over 64 MiB, in blocks of 1 KiB (RFC 9106, 3.5 and 3.6): 16 rounds of
     * BLAKE2b a block, taken as three compressions of SHA-1. That each guess needs 64 MiB of its
     * own makes guessing slower still, and is not counted.
     */
    ARGON2(3L * 65_536 * 3),
    /**
     * An iterated and salted key of OpenPGP: 65,011,712 bytes through SHA-256 (RFC 9580, 3.7.1.3),
     * in blocks of 64, each taken as one compression of SHA-1.
     */
    OPENPGP_ITERATED(65_011_712 / 64),
    /** Traditional encryption: the attack does not go through the password at all. */
    TRADITIONAL(0);

    private final long compressions;

    GuessCost(long compressions) {
        this.compressions = compressions;
    }

    /** Compressions of SHA-1 for one guess; 0 where guessing is not what an attacker does. */
    public long compressions() {
        return compressions;
    }
}
