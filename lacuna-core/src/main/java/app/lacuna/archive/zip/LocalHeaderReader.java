package app.lacuna.archive.zip;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;

/**
 * Reads the header before an entry's data (4.3.7) and holds it against the central directory. The
 * authentication code covers neither, so a name, size or kind that was damaged or changed in one of
 * the two is noticed only here.
 */
final class LocalHeaderReader {
    private final ByteSource source;
    private final EntryRecord central;
    private final String path;

    LocalHeaderReader(ByteSource source, EntryRecord central, String path) {
        this.source = source;
        this.central = central;
        this.path = path;
    }

    /** Where the data begins. */
    long dataStart(EntryStreams.Sizes sizes) throws IOException {
        ByteBuffer in = Fields.at(source, central.headerOffset(), ZipConstants.LOCAL_HEADER_BYTES);
        if (in.remaining() < ZipConstants.LOCAL_HEADER_BYTES
                || in.getInt() != ZipConstants.LOCAL_HEADER) {
            throw disagree();
        }
        in.getShort(); // version needed
        int flags = Fields.unsigned16(in);
        int method = Fields.unsigned16(in);
        int dosTime = in.getInt();
        int crc = in.getInt();
        long packedSize = Fields.unsigned32(in);
        long size = Fields.unsigned32(in);
        int nameLength = Fields.unsigned16(in);
        int extraLength = Fields.unsigned16(in);
        long after = central.headerOffset() + ZipConstants.LOCAL_HEADER_BYTES;
        ByteBuffer rest = Fields.at(source, after, nameLength + extraLength);
        if (rest.remaining() < nameLength + extraLength) {
            throw disagree();
        }
        byte[] name = new byte[nameLength];
        byte[] extraBytes = new byte[extraLength];
        rest.get(name).get(extraBytes);
        ExtraFields extras = new ExtraFields(extraBytes);
        require(((flags ^ central.flags()) & ZipConstants.FLAG_ENCRYPTED) == 0);
        require(Arrays.equals(name, central.name()));
        require(dosTime == central.dosTime());
        requireSameMethod(method, extras);
        if ((flags & ZipConstants.FLAG_DATA_DESCRIPTOR) == 0
                && sizes == EntryStreams.Sizes.IN_BOTH_HEADERS) {
            require(crc == central.crc());
            requireSameSizes(packedSize, size, extras);
        }
        requireSameAttributes(extras);
        require(extras.hidesNames() == central.hidesNames());
        return after + nameLength + extraLength;
    }

    private void requireSameMethod(int method, ExtraFields extras) throws DamagedArchive {
        AesField aes = AesField.of(method, extras);
        require(aes.method() == central.method());
        require(aes.strength().equals(central.aes()) && aes.version() == central.aesVersion());
    }

    private void requireSameSizes(long packedSize, long size, ExtraFields extras)
            throws DamagedArchive {
        ByteBuffer zip64 = extras.zip64().orElse(ByteBuffer.allocate(0));
        require(
                size == ZipConstants.MAX_32 && zip64.remaining() >= 8
                        ? zip64.getLong() == central.size()
                        : size == central.size());
        require(
                packedSize == ZipConstants.MAX_32 && zip64.remaining() >= 8
                        ? zip64.getLong() == central.packedSize()
                        : packedSize == central.packedSize());
    }

    private void requireSameAttributes(ExtraFields extras) throws DamagedArchive {
        if (extras.unixTime().isPresent() && central.unixTime().isPresent()) {
            require(extras.unixTime().equals(central.unixTime()));
        }
        if (extras.hasUnixMode()) {
            // Written like this by us: both headers carry the time, so a missing one is damage.
            require(extras.unixMode().isPresent());
            require(extras.unixMode().get() == central.unixMode());
            require(extras.unixTime().equals(central.unixTime()));
        }
    }

    private void require(boolean same) throws DamagedArchive {
        if (!same) {
            throw disagree();
        }
    }

    private DamagedArchive disagree() {
        return new DamagedArchive(Damage.HEADERS_DISAGREE, path, central.headerOffset());
    }
}
