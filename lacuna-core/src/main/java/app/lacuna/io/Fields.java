package app.lacuna.io;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Reading of fixed-size records: little-endian (4.4.1.1), unsigned. */
public final class Fields {
    private Fields() {}

    /** As many bytes as there are, up to {@code length}. */
    public static ByteBuffer at(ByteSource source, long position, int length) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
        while (buffer.hasRemaining() && source.read(buffer, position + buffer.position()) > 0) {
            // goes on until full or at the end of the file
        }
        return buffer.flip();
    }

    public static ByteBuffer next(InputStream in, int length) throws IOException {
        return ByteBuffer.wrap(in.readNBytes(length)).order(ByteOrder.LITTLE_ENDIAN);
    }

    public static int unsigned16(ByteBuffer buffer) {
        return buffer.getShort() & 0xffff;
    }

    public static long unsigned32(ByteBuffer buffer) {
        return buffer.getInt() & 0xffffffffL;
    }
}
