package app.lacuna.archive;

/** What becomes of an archive that is the only thing in a protected archive of somebody else. */
public enum Nested {
    /** It is a file like others. */
    AS_A_FILE,
    /** What is in it is shown as if its names had been hidden. */
    LOOK_INSIDE
}
