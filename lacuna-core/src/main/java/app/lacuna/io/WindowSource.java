package app.lacuna.io;

import app.lacuna.error.VolumeMissing;
import java.io.IOException;
import java.nio.ByteBuffer;

/** A stretch of another source, counted from 0. Closing it leaves the other one open. */
public final class WindowSource implements ByteSource {
    private final ByteSource outer;
    private final long start;
    private final long length;

    /**
     * @param start where in the other source the window begins
     * @param length how long it is; what the other source does not have is not there
     */
    public WindowSource(ByteSource outer, long start, long length) throws IOException {
        if (start < 0) {
            throw new IllegalArgumentException("a window begins inside");
        }
        this.outer = outer;
        this.start = start;
        this.length = Math.max(0, Math.min(length, outer.size() - start));
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= length) {
            return -1;
        }
        int wanted = (int) Math.min(into.remaining(), length - position);
        ByteBuffer window = into.duplicate().limit(into.position() + wanted);
        int count = outer.read(window, start + position);
        if (count > 0) {
            into.position(into.position() + count);
        }
        return count;
    }

    @Override
    public long size() {
        return length;
    }

    @Override
    public boolean isThere(long position, long count) {
        return outer.isThere(start + position, count);
    }

    @Override
    public int parts() {
        return outer.parts();
    }

    @Override
    public long partStart(int part) {
        return outer.partStart(part) - start;
    }

    @Override
    public VolumeMissing swapped(int part) {
        return outer.swapped(part);
    }

    @Override
    public void close() {
        // the other source belongs to whoever opened it
    }
}
