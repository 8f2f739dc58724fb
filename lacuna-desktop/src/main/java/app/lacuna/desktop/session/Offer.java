package app.lacuna.desktop.session;

/** What can be done about an archive that did not open as it should. */
public enum Offer {
    NONE,
    /** It is damaged: what still opens can be saved. */
    SALVAGE,
    /** The only thing in it may be another archive, in which somebody has hidden the names. */
    LOOK_INSIDE,
    /** It claims more than is taken for honest; whoever knows what is inside can open it. */
    ALL_THE_SAME,
    /** It goes on on another disc. */
    OTHER_DISC
}
