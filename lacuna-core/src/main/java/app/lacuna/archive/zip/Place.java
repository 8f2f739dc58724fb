package app.lacuna.archive.zip;

/**
 * A place in an archive that may be split.
 *
 * @param volume the number of the part, from 0 (4.4.11)
 * @param offset within that part
 */
record Place(int volume, long offset) {}
