package app.lacuna.desktop.open;

/** How far the Open place is. */
public enum OpenState {
    NOTHING,
    LOCKED,
    UNLOCKED
}
