package app.lacuna.verify;

/** What the proof says of one entry. */
public enum Verdict {
    /** Every byte is that of the original on disk. */
    IDENTICAL,
    /**
     * The entry was taken over as it is: every byte is that of the older archive. It was not
     * decrypted.
     */
    COPIED,
    /** The entry is whole; there was no original to compare it with. */
    WHOLE,
    /** The entry can be read to its end; the format has nothing to check it by. */
    READABLE,
    /**
     * The entry can be read and stands open in an archive that has a password: whoever has the
     * archive could have put it there or changed it.
     */
    UNPROTECTED,
    /** The entry is whole, and the original has been changed after packing. */
    ORIGINAL_CHANGED,
    /** The entry is whole, and the original is no longer there. */
    ORIGINAL_GONE,
    /** The entry is whole, and the original can not be read. */
    ORIGINAL_UNREADABLE,
    /** The original seems untouched since packing, and yet the entry is not the same. */
    DIFFERS,
    /** There is an original, and the archive has no such entry. */
    NOT_IN_ARCHIVE,
    /** It uses something that is not read here, so nothing can be said of it. */
    UNSUPPORTED,
    /** The entry can not be read back. */
    DAMAGED;

    /** Whether the archive itself is in order. */
    public boolean entryIsWhole() {
        return this != DAMAGED && this != UNSUPPORTED && this != DIFFERS && this != NOT_IN_ARCHIVE;
    }
}
