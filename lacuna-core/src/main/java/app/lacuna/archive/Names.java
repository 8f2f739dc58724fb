package app.lacuna.archive;

/** Whether somebody without the password can read the names inside an archive. */
public enum Names {
    VISIBLE,
    /** The archive is one protected entry that holds another archive. */
    HIDDEN
}
