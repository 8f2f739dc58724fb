package app.lacuna.io;

import app.lacuna.error.VolumeMissing;
import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;

/** Bytes that can be read at any place, from several threads at once. */
public interface ByteSource extends Closeable {
    /** Like {@link java.nio.channels.FileChannel#read(ByteBuffer, long)}. */
    int read(ByteBuffer into, long position) throws IOException;

    long size() throws IOException;

    /** Whether the bytes come from the device, and not from what the system keeps in memory. */
    default boolean isPastCache() {
        return false;
    }

    /**
     * Whether these bytes can be read, as far as that is known without trying. What lies beyond the
     * end counts as there.
     */
    default boolean isThere(long position, long length) {
        return true;
    }

    /** How many parts there are. */
    default int volumes() {
        return 1;
    }

    /** Where a part begins, -1 if there is no such part. */
    default long volumeStart(int volume) {
        return volume == 0 ? 0 : -1;
    }

    /** The parts that the bytes lie in; of an archive inside, those of the archive around it. */
    default int parts() {
        return volumes();
    }

    /** Where a part begins, in positions of this source; less than 0 for what lies before it. */
    default long partStart(int part) {
        return volumeStart(part);
    }

    /** What is to be thrown when a part does not hold what it should. */
    default VolumeMissing swapped(int volume) {
        throw new IllegalStateException("not split");
    }
}
