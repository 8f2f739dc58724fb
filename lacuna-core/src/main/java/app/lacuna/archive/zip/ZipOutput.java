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

    /** Nothing will be written afterwards. */
    default void finish() throws IOException {
        flush();
    }

    /** Makes sure that the next bytes come to lie in one part of a split archive (8.5.3). */
    default void keepTogether(int length) throws IOException {
        // there is only one part
    }

    /** Where a position is, in which part. */
    default Place place(long at) {
        return new Place(0, at);
    }
}
