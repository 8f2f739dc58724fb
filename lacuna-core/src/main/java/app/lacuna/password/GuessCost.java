package app.lacuna.password;

/** What one guess costs in a form of archive. */
public enum GuessCost {
    /**
     * AES entries: 1,000 rounds of PBKDF2-HMAC-SHA1 for one block of 20 bytes, which holds the
     * value that tells a wrong password. Two compressions of SHA-1 a round (RFC 8018, RFC 2104).
     */
    AES_ENTRY(2_000),
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
