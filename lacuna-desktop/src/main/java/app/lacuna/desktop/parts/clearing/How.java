package app.lacuna.desktop.parts.clearing;

/** Where readable files go. */
public enum How {
    TRASH,
    DELETE,
    /** Out of the trash, for good. */
    PURGE
}
