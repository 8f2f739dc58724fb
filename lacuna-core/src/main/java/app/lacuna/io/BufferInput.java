package app.lacuna.io;

import java.io.IOException;
import java.io.InputStream;

/** A stream whose bytes come in buffers; a single one is a buffer of one. */
public abstract class BufferInput extends InputStream {
    @Override
    public final int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public abstract int read(byte[] bytes, int offset, int length) throws IOException;
}
