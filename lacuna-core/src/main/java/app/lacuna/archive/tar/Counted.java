package app.lacuna.archive.tar;

import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.concurrent.atomic.AtomicLong;

/** Tells how far a source has been read. Closing it leaves the source open. */
record Counted(ByteSource source, AtomicLong furthest) implements ByteSource {
    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        int count = source.read(into, position);
        furthest.accumulateAndGet(position + Math.max(0, count), Math::max);
        return count;
    }

    @Override
    public long size() throws IOException {
        return source.size();
    }

    @Override
    public boolean isPastCache() {
        return source.isPastCache();
    }

    @Override
    public void close() {
        // the reader closes the source
    }
}
