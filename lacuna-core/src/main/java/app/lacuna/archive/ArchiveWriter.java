package app.lacuna.archive;

import app.lacuna.selection.FileItem;
import java.io.Closeable;
import java.io.IOException;
import java.time.Instant;
import java.util.List;

/**
 * An archive that is being written. Call order: {@link #addAll} any number of times, then {@link
 * #finish}. One thread at a time; the writer itself uses all processors. Closing wipes the keys and
 * leaves the target open: it belongs to whoever opened it.
 */
public interface ArchiveWriter extends Closeable {
    /**
     * Reads the items from disk, each as it is at that moment, and appends them in their order.
     * What can not be read is reported to the watch and left out; trouble with the target is
     * thrown.
     */
    void addAll(List<FileItem> items, PackingWatch watch) throws IOException;

    /** A text of our own, beside what was chosen; in memory as a whole. */
    void addText(String path, byte[] text, Instant time) throws IOException;

    /** Writes what makes it an archive. Nothing can be added afterwards. */
    void finish() throws IOException;
}
