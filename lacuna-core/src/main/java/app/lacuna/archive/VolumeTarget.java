package app.lacuna.archive;

import java.io.IOException;
import java.nio.channels.FileChannel;

/** Gives a split archive the files that its parts are written to, and keeps them open. */
public interface VolumeTarget {
    /** An empty file for the next part, open for reading and writing. */
    FileChannel add() throws IOException;

    /** The last part is not needed after all. */
    void removeLast() throws IOException;
}
