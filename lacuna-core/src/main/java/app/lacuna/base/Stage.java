package app.lacuna.base;

/** What a job is doing at the moment. */
public enum Stage {
    SCANNING,
    PACKING,
    PROVING,
    CHECKING,
    EXTRACTING,
    /** Writing an archive anew out of an older one. */
    REWRITING
}
