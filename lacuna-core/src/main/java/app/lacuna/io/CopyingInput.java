package app.lacuna.io;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;

/** Copies everything that is read from it. The copy's stream belongs to the caller. */
public final class CopyingInput extends BufferInput {
    private final InputStream in;
    private final OutputStream copy;

    public CopyingInput(InputStream in, OutputStream copy) {
        this.in = in;
        this.copy = copy;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        int count = in.read(bytes, offset, length);
        if (count > 0) {
            copy.write(bytes, offset, count);
        }
        return count;
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
