package app.lacuna.password;

/** A mechanical slip between the password that was meant and the one that was typed. */
public enum Slip {
    CAPS_LOCK,
    FIRST_LETTER,
    /** One letter large that should be small, or the other way round. */
    ONE_CAPITAL,
    BLANKS,
    DOUBLED,
    SWAPPED,
    OTHER_KEYBOARD,
    /** The same letters, put together in another way. */
    COMPOSED
}
