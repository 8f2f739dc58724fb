package app.lacuna.archive.zip;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Finds its way through the raw bytes of an archive, independently of the reader. */
final class LocalBytes {
    private LocalBytes() {}

    static int int16(byte[] bytes, int at) {
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getShort(at) & 0xffff;
    }

    static int int32(byte[] bytes, int at) {
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(at);
    }

    /** APPNOTE 4.3.7: 30 bytes, then name and extra field, whose lengths stand at 26 and 28. */
    static int dataStart(byte[] bytes, int header) {
        return header + 30 + int16(bytes, header + 26) + int16(bytes, header + 28);
    }
}
