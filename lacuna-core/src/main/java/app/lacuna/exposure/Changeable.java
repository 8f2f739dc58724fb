package app.lacuna.exposure;

/** What somebody without the password could change without being noticed. */
public enum Changeable {
    ARCHIVE_NAME,
    NOTE,
    /** Give a file another name, or two files each other's. */
    NAMES,
    DATES,
    /** Take entries out, or put unprotected ones in. */
    ENTRIES,
    CONTENTS
}
