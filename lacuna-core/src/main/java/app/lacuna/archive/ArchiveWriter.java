package app.lacuna.archive;

import app.lacuna.selection.FileItem;
import java.io.Closeable;
import java.io.IOException;
import java.util.function.LongConsumer;

/**
 * An archive that is being written. Call order: {@link #add} for every item, each perhaps taken
 * back, then {@link #finish}. One thread at a time. Closing wipes the keys and leaves the target
 * open: it belongs to whoever opened it.
 */
public interface ArchiveWriter extends Closeable {
    /**
     * Reads the item from disk and appends it.
     *
     * @param onRead told how many bytes were read, once per buffer; what it throws stops the work
     * @return the number of bytes of contents that were packed
     * @throws app.lacuna.failure.SourceUnreadable if reading failed; the archive is as it was
     *     before
     */
    long add(FileItem item, LongConsumer onRead) throws IOException;

    /** Undoes the last {@link #add}. */
    void takeBackLast() throws IOException;

    /** Writes what makes it an archive. Nothing can be added afterwards. */
    void finish() throws IOException;
}
