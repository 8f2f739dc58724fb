package app.lacuna.archive.zip;

import java.nio.charset.StandardCharsets;

/**
 * Where the central directory is.
 *
 * @param entries the number of entries
 * @param directoryStart its place in the file
 * @param shift what has to be added to every offset in the archive, because something stands before
 *     it in the file
 * @param comment the bytes of the note that everybody can read
 * @param behind bytes that follow and do not belong to the archive
 */
record EndRecord(
        long entries,
        long directoryStart,
        long directorySize,
        long shift,
        byte[] comment,
        long behind) {
    String note() {
        return new String(comment, StandardCharsets.UTF_8);
    }
}
