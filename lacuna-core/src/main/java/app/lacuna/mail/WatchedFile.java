package app.lacuna.mail;

import app.lacuna.common.CancelToken;
import jakarta.activation.DataSource;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.function.LongConsumer;

/** An attachment, read as it is written out: never more of it than a buffer is in memory. */
record WatchedFile(Path file, LongConsumer watch, CancelToken cancel) implements DataSource {
    @Override
    public InputStream getInputStream() throws IOException {
        return new FilterInputStream(Files.newInputStream(file)) {
            @Override
            public int read() throws IOException {
                int next = super.read();
                told(next < 0 ? 0 : 1);
                return next;
            }

            @Override
            public int read(byte[] into, int from, int length) throws IOException {
                int count = super.read(into, from, length);
                told(Math.max(0, count));
                return count;
            }

            private void told(int count) {
                cancel.check();
                watch.accept(count);
            }
        };
    }

    @Override
    public OutputStream getOutputStream() {
        throw new UnsupportedOperationException("an attachment is only read");
    }

    /** A part of a split archive is no archive for itself. */
    @Override
    public String getContentType() {
        String name = getName().toLowerCase(Locale.ROOT);
        if (name.endsWith(".html")) {
            return "text/html; charset=utf-8";
        }
        return name.endsWith(".zip") ? "application/zip" : "application/octet-stream";
    }

    @Override
    public String getName() {
        return file.getFileName().toString();
    }
}
