package app.lacuna.archive.openpgp;

/** Which of the OpenPGP forms a message is written in. */
public enum PgpForm {
    /**
     * RFC 9580: key from the password by Argon2id (3.7.1.4), AES-256 with GCM, each chunk
     * authenticated by itself (5.13.2).
     */
    CURRENT,
    /**
     * What tools have read since RFC 4880: an iterated and salted key (3.7.1.3), AES-256, and one
     * check at the end (5.13.1).
     */
    FOR_OLDER_TOOLS
}
