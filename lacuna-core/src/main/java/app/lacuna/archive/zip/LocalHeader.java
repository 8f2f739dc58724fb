package app.lacuna.archive.zip;

import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * A local header (4.3.7) that was found without a central directory.
 *
 * @param sizesFollow whether the sizes stand in a data descriptor
 */
record LocalHeader(EntryRecord record, long dataStart, boolean sizesFollow) {
    /** The highest version of the specification is 6.3; more is no version (4.4.3). */
    private static final int HIGHEST_VERSION = 99;

    /** Empty where the bytes are no header after all. */
    static Optional<LocalHeader> at(ByteSource source, long at) throws IOException {
        ByteBuffer in = Fields.at(source, at, ZipConstants.LOCAL_HEADER_BYTES);
        if (in.remaining() < ZipConstants.LOCAL_HEADER_BYTES
                || in.getInt() != ZipConstants.LOCAL_HEADER
                || (in.getShort() & 0xff) > HIGHEST_VERSION) {
            return Optional.empty();
        }
        int flags = Fields.unsigned16(in);
        int method = Fields.unsigned16(in);
        int dosTime = in.getInt();
        int crc = in.getInt();
        long packedSize = Fields.unsigned32(in);
        long plainSize = Fields.unsigned32(in);
        int nameLength = Fields.unsigned16(in);
        int extraLength = Fields.unsigned16(in);
        long after = at + ZipConstants.LOCAL_HEADER_BYTES;
        ByteBuffer rest = Fields.at(source, after, nameLength + extraLength);
        if (nameLength == 0 || rest.remaining() < nameLength + extraLength) {
            return Optional.empty();
        }
        byte[] name = new byte[nameLength];
        byte[] extraBytes = new byte[extraLength];
        rest.get(name).get(extraBytes);
        ExtraFields extras = new ExtraFields(extraBytes);
        ByteBuffer zip64 = extras.zip64().orElse(ByteBuffer.allocate(0));
        if (plainSize == ZipConstants.MAX_32 && zip64.remaining() >= 8) {
            plainSize = zip64.getLong();
        }
        if (packedSize == ZipConstants.MAX_32 && zip64.remaining() >= 8) {
            packedSize = zip64.getLong();
        }
        if (plainSize < 0 || packedSize < 0) {
            return Optional.empty();
        }
        AesField aes = AesField.of(method, extras);
        EntryRecord record =
                new EntryRecord(
                        name,
                        flags,
                        aes.method(),
                        aes.strength(),
                        aes.version(),
                        crc,
                        packedSize,
                        plainSize,
                        dosTime,
                        extras.unixTime(),
                        extras.unixMode().orElse(-1),
                        at,
                        extras.hidesNames());
        boolean follow =
                (flags & ZipConstants.FLAG_DATA_DESCRIPTOR) != 0
                        && packedSize == 0
                        && plainSize == 0;
        return Optional.of(new LocalHeader(record, after + nameLength + extraLength, follow));
    }
}
