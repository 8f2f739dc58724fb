package app.lacuna.io;

import java.io.IOException;
import java.nio.file.Path;

/** Opens files for reading, in the way that is wanted. */
public final class FileSources {
    private FileSources() {}

    /** How the bytes are to be had. */
    public enum Way {
        AS_THE_SYSTEM_LIKES,
        /** From the device itself, where that is possible. */
        PAST_CACHE
    }

    /** The caller closes it. */
    public static ByteSource open(Path file, Way way) throws IOException {
        if (way == Way.PAST_CACHE) {
            try {
                return new DirectSource(file);
            } catch (IOException e) {
                return new FileSource(file); // says of itself that it is not past the cache
            }
        }
        return new FileSource(file);
    }
}
