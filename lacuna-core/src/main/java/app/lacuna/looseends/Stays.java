package app.lacuna.looseends;

/** Why something is not cleared. */
public enum Stays {
    /** It is not there any more. */
    GONE,
    /** Contents, size or time are not what was packed: it may be newer than the archive. */
    CHANGED,
    /** Something of another kind has its name now. */
    REPLACED,
    /** The proof did not find it identical, or there was none. */
    NOT_PROVED,
    /** It did not go into the archive. */
    LEFT_OUT,
    /** The archive that is there has nothing of that name. */
    NOT_IN_ARCHIVE,
    /** The archive can not be read to the end here. */
    ARCHIVE_DAMAGED,
    /** The archive is not there any more, or is not the one that was proved. */
    ARCHIVE_CHANGED,
    /** The archive was not opened, since its password was not given. */
    LOCKED,
    /** It is the archive, or leads to it. */
    ARCHIVE,
    /** It belongs to somebody else. */
    NOT_OURS,
    /** Another program has it open to write in it. */
    IN_USE,
    /** The system does not let us take it away. */
    NOT_PERMITTED,
    /** It can not be read, so it can not be compared. */
    UNREADABLE,
    /** The step cannot be recorded, so that a crash could not be reverted. */
    NOT_RECORDED,
    /** There is no trash for things on its disk. */
    NO_TRASH,
    /** Something else is in this folder. */
    NOT_EMPTY,
    /** It was cancelled before. */
    NOT_REACHED
}
