package app.lacuna.desktop.open;

/** How far the check of the whole archive is, where one code protects everything. */
public enum CheckState {
    /** Every file is checked when it is read. */
    NOT_NEEDED,
    NOT_YET,
    RUNNING,
    WHOLE,
    DAMAGED
}
