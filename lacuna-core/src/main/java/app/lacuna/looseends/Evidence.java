package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** What shows that the contents of a file are in an archive that opens. */
public interface Evidence {
    /** The files of the archive. */
    List<Path> archive();

    /** Whether the archive is there and is the one that this speaks of. */
    boolean stands();

    /** Why nothing could be shown of it, before it is looked at. */
    Optional<Stays> against(ReadableFile file);

    /** These will be asked for next. */
    default void prepare(List<ReadableFile> next) throws IOException {
        // nothing to work out ahead
    }

    /**
     * Whether what lies there now has, byte for byte, the contents that the archive has for it.
     *
     * @param place where it is at the moment
     * @return why it stays; empty if it has
     */
    Optional<Stays> compare(ReadableFile file, Path place) throws IOException;
}
