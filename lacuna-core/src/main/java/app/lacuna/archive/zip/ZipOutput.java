package app.lacuna.archive.zip;

import java.io.IOException;

/** Where an archive is written to. */
interface ZipOutput {
    /** Bytes written so far. */
    long position();

    void write(byte[] bytes, int offset, int length) throws IOException;

    default void write(byte[] bytes) throws IOException {
        write(bytes, 0, bytes.length);
    }

    /** Whether {@link #patch} and {@link #truncate} can be used. */
    boolean canGoBack();

    /** Overwrites bytes that were written before. */
    void patch(long position, byte[] bytes) throws IOException;

    /** Forgets everything from {@code position} on. */
    void truncate(long position) throws IOException;

    void flush() throws IOException;
}
