package app.lacuna.mail;

/** In what way an archive that is too large for one message goes into several. */
public enum PartsKind {
    /** One archive, split: all parts have to be there. */
    NEED_EACH_OTHER,
    /** Several complete archives with the files spread over them. */
    OPEN_ALONE
}
