package app.lacuna.common;

/** What a job is doing at the moment. */
public enum Stage {
    SCANNING,
    PACKING,
    PROVING,
    CHECKING,
    EXTRACTING,
    /** Holding entries against what is in a folder. */
    COMPARING,
    /** Writing an archive anew out of an older one. */
    REWRITING,
    /** Comparing readable copies once more, and letting go of them. */
    CLEARING,
    /** Writing the same archive to another place. */
    COPYING,
    /** Writing images of discs, and reading them back. */
    IMAGING,
    /** Writing a disc. */
    BURNING,
    /** Holding a disc against its image. */
    READING_BACK,
    /** Working out what is lost on discs. */
    REPAIRING,
    /** Handing messages to a mail service. */
    SENDING,
    /** Trying passwords near one that was typed. */
    TRYING
}
