package app.lacuna.archive.zip;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;

/** Bytes that can be read at any place, from several threads at once. */
interface ByteSource extends Closeable {
    /** Like {@link java.nio.channels.FileChannel#read(ByteBuffer, long)}. */
    int read(ByteBuffer into, long position) throws IOException;

    long size() throws IOException;
}
