package app.lacuna.archive.zip;

/** An entry that has been written, as the central directory needs it at the end. */
interface DirectoryEntry {
    /** Where its local header is, counted through all parts. */
    long headerOffset();

    /**
     * The central header (4.3.12).
     *
     * @param place where the local header is, in which part
     */
    byte[] central(Place place);
}
