package app.lacuna.archive.zip;

/** What becomes of the protection of an entry that is taken over from an older archive. */
public enum Encryption {
    /** Its bytes are copied; nothing is decrypted. */
    AS_IT_IS,
    /** It is decrypted, checked and encrypted anew, without being compressed anew. */
    ANEW
}
