package app.lacuna.io;

import app.lacuna.error.VolumeMissing;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.function.LongConsumer;

/**
 * Tells how far into the bytes somebody has read, whatever they read twice. Closes what it reads.
 */
public final class WatchedSource implements ByteSource {
    private final ByteSource source;
    private final LongConsumer onMore;
    private long furthest;

    /**
     * @param onMore told how many bytes more have been reached
     */
    public WatchedSource(ByteSource source, LongConsumer onMore) {
        this.source = source;
        this.onMore = onMore;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        int count = source.read(into, position);
        long reached = position + Math.max(0, count);
        long more = 0;
        synchronized (this) {
            if (reached > furthest) {
                more = reached - furthest;
                furthest = reached;
            }
        }
        if (more > 0) {
            onMore.accept(more);
        }
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
    public boolean isThere(long position, long length) {
        return source.isThere(position, length);
    }

    @Override
    public int volumes() {
        return source.volumes();
    }

    @Override
    public long volumeStart(int volume) {
        return source.volumeStart(volume);
    }

    @Override
    public int parts() {
        return source.parts();
    }

    @Override
    public long partStart(int part) {
        return source.partStart(part);
    }

    @Override
    public VolumeMissing swapped(int volume) {
        return source.swapped(volume);
    }

    @Override
    public void close() throws IOException {
        source.close();
    }
}
