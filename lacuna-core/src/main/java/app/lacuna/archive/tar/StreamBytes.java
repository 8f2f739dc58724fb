package app.lacuna.archive.tar;

import java.io.EOFException;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import org.jspecify.annotations.Nullable;

/**
 * Of a stream that only goes forwards. Where the last reader has stopped the next one goes on, if
 * it is not behind; otherwise all of it is read again from its beginning.
 */
final class StreamBytes implements TarBytes {
    private final Opening opening;
    private @Nullable Lent waiting;

    /** Opens the stream at its beginning. */
    interface Opening {
        InputStream open() throws IOException;
    }

    StreamBytes(Opening opening) {
        this.opening = opening;
    }

    @Override
    public InputStream from(long position, long end) throws IOException {
        Lent stream = take(position);
        try {
            stream.skipTo(position);
            return stream;
        } catch (IOException | RuntimeException e) {
            stream.end();
            throw e;
        }
    }

    private synchronized Lent take(long position) throws IOException {
        if (waiting != null && waiting.position <= position) {
            Lent taken = new Lent(waiting.stream(), waiting.position);
            waiting = null;
            return taken;
        }
        return new Lent(opening.open(), 0);
    }

    private synchronized void giveBack(Lent stream) throws IOException {
        if (waiting != null) {
            waiting.end();
        }
        waiting = stream;
    }

    @Override
    public boolean isAnyOrder() {
        return false;
    }

    @Override
    public synchronized void close() throws IOException {
        if (waiting != null) {
            waiting.end();
            waiting = null;
        }
    }

    private final class Lent extends FilterInputStream {
        private long position;
        private boolean closed;

        Lent(InputStream in, long position) {
            super(in);
            this.position = position;
        }

        InputStream stream() {
            return in;
        }

        void skipTo(long wanted) throws IOException {
            byte[] buffer = new byte[1 << 16];
            while (position < wanted) {
                if (read(buffer, 0, (int) Math.min(buffer.length, wanted - position)) < 0) {
                    throw new EOFException();
                }
            }
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            try {
                int count = in.read(bytes, offset, length);
                position += Math.max(0, count);
                return count;
            } catch (RuntimeException e) {
                throw new IOException("the compressed data makes no sense", e);
            }
        }

        @Override
        public long skip(long count) {
            return 0; // by reading, so that it is known how far it went
        }

        @Override
        public int available() {
            return 0;
        }

        @Override
        public boolean markSupported() {
            return false;
        }

        @Override
        public void close() throws IOException {
            if (!closed) {
                closed = true;
                giveBack(this);
            }
        }

        void end() throws IOException {
            in.close();
        }
    }
}
