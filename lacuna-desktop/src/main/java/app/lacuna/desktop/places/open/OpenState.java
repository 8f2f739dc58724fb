package app.lacuna.desktop.places.open;

/** How far the Open place is. */
public enum OpenState {
    NOTHING,
    LOCKED,
    UNLOCKED
}
