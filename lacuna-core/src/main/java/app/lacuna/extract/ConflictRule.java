package app.lacuna.extract;

/** What happens when the place of an entry is taken. */
public enum ConflictRule {
    /** The front end decides, by {@link ConflictAsker}. */
    ASK,
    SKIP,
    OVERWRITE,
    /** The new one gets a number. */
    KEEP_BOTH,
    /** Nothing at all is extracted if anything is in the way. */
    FAIL
}
