package app.lacuna.archive.zip;

import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;

/**
 * How many bytes the data descriptor behind an entry has (4.3.9). Its signature is optional and its
 * sizes have 32 or 64 bits, so the one that says what the central directory says is looked for.
 */
final class DescriptorLength {
    private DescriptorLength() {}

    static int behind(ByteSource source, long dataStart, EntryRecord entry) throws IOException {
        if ((entry.flags() & ZipConstants.FLAG_DATA_DESCRIPTOR) == 0) {
            return 0;
        }
        ByteBuffer in = Fields.at(source, dataStart + entry.packedSize(), 24);
        int signature = in.remaining() >= 4 && in.getInt(0) == ZipConstants.DATA_DESCRIPTOR ? 4 : 0;
        if (in.remaining() >= signature + 20
                && in.getLong(signature + 4) == entry.packedSize()
                && in.getLong(signature + 12) == entry.size()) {
            return signature + 20;
        }
        if (in.remaining() >= signature + 12
                && in.getInt(signature + 4) == (int) entry.packedSize()
                && in.getInt(signature + 8) == (int) entry.size()) {
            return signature + 12;
        }
        return 0; // the flag is set, and nobody has written one
    }
}
