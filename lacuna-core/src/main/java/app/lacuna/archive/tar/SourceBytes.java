package app.lacuna.archive.tar;

import app.lacuna.io.ByteSource;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.io.InputStream;

/** At any place. Closing it closes the source. */
record SourceBytes(ByteSource source) implements TarBytes {
    @Override
    public InputStream from(long position, long end) throws IOException {
        return new SourceInput(source, position, Math.min(end, source.size()) - position);
    }

    @Override
    public boolean isAnyOrder() {
        return true;
    }

    @Override
    public void close() throws IOException {
        source.close();
    }
}
