package app.lacuna.staging;

/** What to do when the name is taken. */
public enum Existing {
    KEEP,
    /** Not if it is marked as read-only: that is somebody's word that it should stay. */
    REPLACE,
    REPLACE_EVEN_READ_ONLY;

    public boolean replaces() {
        return this != KEEP;
    }
}
