package app.lacuna.archive.zip;

import app.lacuna.io.Fields;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.CRC32;

/** The extra fields of a header, taken apart. Fields that make no sense are treated as absent. */
final class ExtraFields {
    private final Map<Integer, byte[]> fields = new HashMap<>();

    ExtraFields(byte[] extras) {
        ByteBuffer in = ByteBuffer.wrap(extras).order(ByteOrder.LITTLE_ENDIAN);
        while (in.remaining() >= 4) {
            int kind = Fields.unsigned16(in);
            int length = Fields.unsigned16(in);
            if (length > in.remaining()) {
                return;
            }
            byte[] data = new byte[length];
            in.get(data);
            fields.putIfAbsent(kind, data);
        }
    }

    private Optional<ByteBuffer> field(int kind, int atLeast) {
        return Optional.ofNullable(fields.get(kind))
                .filter(data -> data.length >= atLeast)
                .map(data -> ByteBuffer.wrap(data).order(ByteOrder.LITTLE_ENDIAN));
    }

    /** The next 64-bit values, for those header fields that are all ones, in the header's order. */
    Optional<ByteBuffer> zip64() {
        return field(ZipConstants.EXTRA_ZIP64, 0);
    }

    /** Vendor version, "AE", strength, method. */
    Optional<ByteBuffer> aes() {
        return field(ZipConstants.EXTRA_AES, 7);
    }

    Optional<Long> unixTime() {
        return field(ZipConstants.EXTRA_TIMESTAMP, 5)
                .filter(data -> (data.get() & 1) != 0)
                .map(data -> (long) data.getInt())
                .or(() -> field(ZipConstants.EXTRA_NTFS, 12).flatMap(NtfsTime::decode));
    }

    Optional<Integer> unixMode() {
        return field(ZipConstants.EXTRA_UNIX_MODE, 14)
                .filter(ExtraFields::crcMatches)
                .map(data -> Fields.unsigned16(data.position(4)));
    }

    boolean hidesNames() {
        return field(ZipConstants.EXTRA_HIDDEN_NAMES, 1)
                .filter(data -> data.get() == 1)
                .isPresent();
    }

    /** Present, whether or not it can be believed. */
    boolean hasUnixMode() {
        return fields.containsKey(ZipConstants.EXTRA_UNIX_MODE);
    }

    private static boolean crcMatches(ByteBuffer data) {
        CRC32 crc = new CRC32();
        crc.update(data.array(), 4, data.limit() - 4);
        return (int) crc.getValue() == data.getInt(0);
    }

    /** 4.6.9, if it belongs to this name. */
    Optional<String> unicodePath(byte[] name) {
        CRC32 crc = new CRC32();
        crc.update(name);
        return field(ZipConstants.EXTRA_UNICODE_PATH, 6)
                .filter(data -> data.get(0) == 1 && data.getInt(1) == (int) crc.getValue())
                .map(data -> new String(data.array(), 5, data.limit() - 5, StandardCharsets.UTF_8));
    }
}
