package app.lacuna.desktop.places.open;

/** How far the Open place is. */
public enum OpenState {
    NOTHING,
    LOCKED,
    UNLOCKED,
    /** Nothing of the inside is shown any more; what was under way comes to its end. */
    LOCKING
}
