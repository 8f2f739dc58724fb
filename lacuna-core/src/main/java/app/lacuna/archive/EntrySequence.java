package app.lacuna.archive;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;

/**
 * Entries one after another: all that a format which is a stream can give, and enough for whoever
 * looks at each of them once.
 */
public interface EntrySequence extends Closeable {
    /** The next one; empty at the end. What was not read of the one before is passed over. */
    Optional<ArchiveEntry> next() throws IOException;

    /**
     * The contents of the entry that {@link #next} has given, once; checked as {@link
     * OpenedArchive#open} says. The sequence closes the stream when it goes on.
     */
    InputStream contents() throws IOException;
}
