package app.lacuna.archive.zip;

/**
 * Where the central directory is.
 *
 * @param entries the number of entries
 * @param directoryStart its place in the file
 * @param shift what has to be added to every offset in the archive, because something stands before
 *     it in the file
 */
record EndRecord(
        long entries, long directoryStart, long directorySize, long shift, String comment) {}
