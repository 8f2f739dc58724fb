package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveWriter;
import java.io.IOException;
import java.util.List;

/**
 * A writer that can also take entries over from an older ZIP archive. Call order: {@link #keepAll}
 * and {@link #addAll} any number of times, then {@link #finish}.
 */
public interface KeepingWriter extends ArchiveWriter {
    /**
     * Takes entries over from an older archive, in the order in which that one has them. What is
     * not encrypted anew is copied byte for byte; what is, is checked on the way.
     *
     * @param from if it has one code for everything, checked
     * @throws app.lacuna.error.DamagedArchive if an entry can not be vouched for
     */
    void keepAll(OpenedZip from, List<KeptEntry> entries, Encryption encryption, KeepingWatch watch)
            throws IOException;

    /** The hint or opening note of an older archive, byte for byte, in place of the options'. */
    void keepNote(OpenedZip from);
}
