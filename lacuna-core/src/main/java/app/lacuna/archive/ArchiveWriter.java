package app.lacuna.archive;

import app.lacuna.selection.FileItem;
import java.io.Closeable;
import java.io.IOException;
import java.util.List;

/**
 * An archive that is being written. Call order: {@link #keepAll} and {@link #addAll} any number of
 * times, then {@link #finish}. One thread at a time; the writer itself uses all processors. Closing
 * wipes the keys and leaves the target open: it belongs to whoever opened it.
 */
public interface ArchiveWriter extends Closeable {
    /**
     * Reads the items from disk, each as it is at that moment, and appends them in their order.
     * What can not be read is reported to the watch and left out; trouble with the target is
     * thrown.
     */
    void addAll(List<FileItem> items, PackingWatch watch) throws IOException;

    /**
     * Takes entries over from an older archive, in the order in which that one has them. What is
     * not encrypted anew is copied byte for byte; what is, is checked on the way.
     *
     * @param from unlocked and, if it has one code for everything, checked
     * @throws app.lacuna.failure.DamagedArchive if an entry can not be vouched for
     */
    void keepAll(ArchiveReader from, List<KeptEntry> entries, Sealing sealing, KeepingWatch watch)
            throws IOException;

    /** The hint or opening note of an older archive, byte for byte, in place of the options'. */
    void keepNote(ArchiveReader from);

    /** Writes what makes it an archive. Nothing can be added afterwards. */
    void finish() throws IOException;
}
