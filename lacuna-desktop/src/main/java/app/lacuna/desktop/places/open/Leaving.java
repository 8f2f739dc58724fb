package app.lacuna.desktop.places.open;

/** What the user wants to do that would lose changes which are not written. */
public enum Leaving {
    NOT,
    LOCK,
    CLOSE_THE_WINDOW,
    OPEN_ANOTHER,
    LOCK_ANEW
}
