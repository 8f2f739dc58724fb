package app.lacuna.archive.tar;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;

/** The bytes of a TAR archive, out of whatever they are in. */
interface TarBytes extends Closeable {
    /** From there on; the caller closes the stream. */
    default InputStream from(long position) throws IOException {
        return from(position, Long.MAX_VALUE);
    }

    /**
     * The same.
     *
     * @param end nothing behind it is wanted
     */
    InputStream from(long position, long end) throws IOException;

    /**
     * Whether it costs the same from any place; otherwise going on is cheap and going back is not.
     */
    boolean isAnyOrder();
}
