package app.lacuna.desktop.shell;

/** The places that work, in the order of their numbers. */
public enum Place {
    PACK,
    OPEN
}
