package app.lacuna.password;

/** Why a password is easier to guess than it looks. */
public enum Weakness {
    EMPTY,
    SHORT,
    /** It is among those that are tried first everywhere. */
    COMMON_PASSWORD,
    ONE_WORD,
    /** One word with digits or signs before or behind it. */
    WORD_AND_DIGITS,
    /** A name: a person's, or one of the files, the folder or the archive. */
    NAME,
    DATE,
    /** Letters or digits in a row: abcd, 1234. */
    SEQUENCE,
    /** The same over and over. */
    REPEAT,
    /** Keys that lie side by side. */
    KEYBOARD
}
