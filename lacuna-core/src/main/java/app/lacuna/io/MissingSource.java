package app.lacuna.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.function.Supplier;

/** Bytes that should be there and are not: whoever reads them is told what is missing. */
public final class MissingSource implements ByteSource {
    private final long size;
    private final Supplier<IOException> trouble;

    /**
     * @param size that it would have
     */
    public MissingSource(long size, Supplier<IOException> trouble) {
        this.size = size;
        this.trouble = trouble;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        throw trouble.get();
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isThere(long position, long length) {
        return false;
    }

    @Override
    public void close() {
        // there is nothing
    }
}
