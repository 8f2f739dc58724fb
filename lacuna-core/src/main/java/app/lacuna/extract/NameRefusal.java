package app.lacuna.extract;

/** Why an entry's path is not turned into a place on disk. */
public enum NameRefusal {
    /** It leads out of the folder by "..". */
    CLIMBS_OUT,
    /** It names a place of its own: from the root, on a drive, on another computer. */
    ABSOLUTE,
    /** It contains characters that no file name can have. */
    IMPOSSIBLE,
    /** A link or a file stands where a folder would have to be. */
    BLOCKED,
    /** It has more folders in it than any system allows. */
    TOO_DEEP,
    /** A link that leads out of the chosen folder. */
    LINK_LEADS_OUT
}
