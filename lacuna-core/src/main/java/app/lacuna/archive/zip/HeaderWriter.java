package app.lacuna.archive.zip;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;

/** Turns records into the bytes of local headers (4.3.7) and central headers (4.3.12). */
final class HeaderWriter {
    private static final int DOS_FOLDER = 0x10;

    private HeaderWriter() {}

    /** {@code zip64} reserves room for large sizes, so that the header can be patched later. */
    static byte[] local(EntryRecord entry, boolean zip64) {
        ExtraFieldWriter extra = new ExtraFieldWriter();
        if (zip64) {
            extra.zip64(entry.size(), entry.packedSize());
        }
        byte[] extras =
                extra.aes(entry).timestamp(entry).unixMode(entry).hiddenNames(entry).toBytes();
        ByteBuffer out =
                buffer(ZipConstants.LOCAL_HEADER_BYTES + entry.name().length + extras.length);
        out.putInt(ZipConstants.LOCAL_HEADER);
        common(out, entry, zip64);
        out.putInt(zip64 ? -1 : (int) entry.packedSize());
        out.putInt(zip64 ? -1 : (int) entry.size());
        out.putShort((short) entry.name().length);
        out.putShort((short) extras.length);
        return out.put(entry.name()).put(extras).array();
    }

    /**
     * 4.3.9: checksum and sizes behind the data, the sizes with 64 bits where the header has them.
     */
    static byte[] descriptor(EntryRecord entry, boolean zip64) {
        ByteBuffer out = buffer(zip64 ? 24 : 16);
        out.putInt(ZipConstants.DATA_DESCRIPTOR).putInt(entry.crc());
        if (zip64) {
            out.putLong(entry.packedSize()).putLong(entry.size());
        } else {
            out.putInt((int) entry.packedSize()).putInt((int) entry.size());
        }
        return out.array();
    }

    /** {@code place} says in which part of the archive the local header is, and where in it. */
    static byte[] central(EntryRecord entry, Place place) {
        List<Long> large = new ArrayList<>();
        int size = narrowed(entry.size(), large);
        int packedSize = narrowed(entry.packedSize(), large);
        int offset = narrowed(place.offset(), large);
        ExtraFieldWriter extra = new ExtraFieldWriter();
        if (!large.isEmpty()) {
            extra.zip64(large.stream().mapToLong(Long::longValue).toArray());
        }
        byte[] extras = extra.aes(entry).timestamp(entry).hiddenNames(entry).toBytes();
        ByteBuffer out =
                buffer(ZipConstants.CENTRAL_HEADER_BYTES + entry.name().length + extras.length);
        out.putInt(ZipConstants.CENTRAL_HEADER);
        out.putShort((short) ZipConstants.MADE_BY);
        common(out, entry, !large.isEmpty());
        out.putInt(packedSize).putInt(size);
        out.putShort((short) entry.name().length).putShort((short) extras.length);
        out.putShort((short) 0); // comment length
        out.putShort((short) place.volume());
        out.putShort((short) 0); // internal attributes
        out.putInt(externalAttributes(entry));
        out.putInt(offset);
        return out.put(entry.name()).put(extras).array();
    }

    /** From "version needed" to the checksum both headers are alike. */
    private static void common(ByteBuffer out, EntryRecord entry, boolean zip64) {
        int version = MethodCodes.versionNeeded(entry.method());
        if (zip64) {
            version = Math.max(version, ZipConstants.VERSION_ZIP64);
        }
        if (entry.aes().isPresent()) {
            version = Math.max(version, ZipConstants.VERSION_AES);
        }
        out.putShort((short) version);
        out.putShort((short) entry.flags());
        out.putShort((short) entry.headerMethod());
        out.putInt(entry.dosTime());
        out.putInt(entry.crc());
    }

    /** 4.4.8, 4.4.9, 4.4.16: a value that does not fit becomes all ones and goes to ZIP64. */
    private static int narrowed(long value, List<Long> large) {
        if (value < ZipConstants.MAX_32) {
            return (int) value;
        }
        large.add(value);
        return -1;
    }

    private static int externalAttributes(EntryRecord entry) {
        int dos = entry.unixType() == ZipConstants.TYPE_FOLDER ? DOS_FOLDER : 0;
        return entry.unixMode() << 16 | dos;
    }

    private static ByteBuffer buffer(int length) {
        return ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
    }
}
