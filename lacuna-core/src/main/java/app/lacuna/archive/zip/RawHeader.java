package app.lacuna.archive.zip;

import app.lacuna.crypto.AesStrength;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A header of an older archive, taken apart so far that single fields can be exchanged; all that is
 * not exchanged stays as it is, extra fields and comments of other writers too. The same class
 * stands for local headers (4.3.7) and central ones (4.3.12), which share most fields.
 */
final class RawHeader {
    /** Where in a header the part begins that both kinds share, from "version needed" on. */
    private static final int LOCAL_COMMON = 4;

    private static final int CENTRAL_COMMON = 6;

    /** From "version needed" to the length of the extra fields. */
    private static final int COMMON_BYTES = 26;

    private record Extra(int kind, byte[] whole) {}

    private final byte[] fixed;
    private final int common;
    private final byte[] comment;
    private final List<Extra> extras = new ArrayList<>();
    private byte[] tail = {};
    private byte[] name;

    private RawHeader(byte[] fixed, int common, byte[] name, byte[] extra, byte[] comment) {
        this.fixed = fixed;
        this.common = common;
        this.name = name;
        this.comment = comment;
        takeApart(extra);
    }

    /** The next header of a central directory. */
    static RawHeader central(InputStream in) throws IOException {
        byte[] fixed = in.readNBytes(ZipConstants.CENTRAL_HEADER_BYTES);
        ByteBuffer view = view(fixed);
        if (fixed.length < ZipConstants.CENTRAL_HEADER_BYTES
                || view.getInt(0) != ZipConstants.CENTRAL_HEADER) {
            throw new DamagedArchive(Damage.DIRECTORY, "", 0);
        }
        byte[] name = in.readNBytes(view.getShort(28) & 0xffff);
        byte[] extra = in.readNBytes(view.getShort(30) & 0xffff);
        byte[] comment = in.readNBytes(view.getShort(32) & 0xffff);
        return new RawHeader(fixed, CENTRAL_COMMON, name, extra, comment);
    }

    static RawHeader local(ByteSource source, long offset, String path) throws IOException {
        ByteBuffer in = Fields.at(source, offset, ZipConstants.LOCAL_HEADER_BYTES);
        if (in.remaining() < ZipConstants.LOCAL_HEADER_BYTES
                || in.getInt(0) != ZipConstants.LOCAL_HEADER) {
            throw new DamagedArchive(Damage.HEADERS_DISAGREE, path, offset);
        }
        int nameLength = in.getShort(26) & 0xffff;
        int extraLength = in.getShort(28) & 0xffff;
        ByteBuffer rest =
                Fields.at(
                        source, offset + ZipConstants.LOCAL_HEADER_BYTES, nameLength + extraLength);
        if (rest.remaining() < nameLength + extraLength) {
            throw new DamagedArchive(Damage.HEADERS_DISAGREE, path, offset);
        }
        byte[] fixed = new byte[ZipConstants.LOCAL_HEADER_BYTES];
        byte[] name = new byte[nameLength];
        byte[] extra = new byte[extraLength];
        in.get(fixed);
        rest.get(name).get(extra);
        return new RawHeader(fixed, LOCAL_COMMON, name, extra, new byte[0]);
    }

    private static ByteBuffer view(byte[] bytes) {
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }

    /** What makes no sense at the end stays behind the rest. */
    private void takeApart(byte[] extra) {
        ByteBuffer in = view(extra);
        while (in.remaining() >= 4) {
            int kind = in.getShort(in.position()) & 0xffff;
            int length = 4 + (in.getShort(in.position() + 2) & 0xffff);
            if (length > in.remaining()) {
                break;
            }
            byte[] whole = new byte[length];
            in.get(whole);
            extras.add(new Extra(kind, whole));
        }
        tail = new byte[in.remaining()];
        in.get(tail);
    }

    boolean has(int extraKind) {
        return extras.stream().anyMatch(extra -> extra.kind() == extraKind);
    }

    int flags() {
        return view(fixed).getShort(common + 2) & 0xffff;
    }

    RawHeader setFlags(int flags) {
        view(fixed).putShort(common + 2, (short) flags);
        return this;
    }

    /** As UTF-8, and said to be. A name that another writer has put beside it goes. */
    RawHeader setName(String path) {
        name = path.getBytes(StandardCharsets.UTF_8);
        extras.removeIf(extra -> extra.kind() == ZipConstants.EXTRA_UNICODE_PATH);
        return setFlags(flags() | ZipConstants.FLAG_UTF8);
    }

    /** Other protection: method and version (4.4.3, 4.4.5), the AES field, the flags. */
    RawHeader setProtection(int method, Optional<AesStrength> aes) {
        extras.removeIf(extra -> extra.kind() == ZipConstants.EXTRA_AES);
        int version = MethodCodes.versionNeeded(method);
        int encryptedFlag = 0;
        if (aes.isPresent()) {
            byte[] field = new ExtraFieldWriter().aes(aes.get(), 2, method).toBytes();
            extras.add(new Extra(ZipConstants.EXTRA_AES, field));
            version = Math.max(version, ZipConstants.VERSION_AES);
            encryptedFlag = ZipConstants.FLAG_ENCRYPTED;
        }
        int others = flags() & ~(ZipConstants.FLAG_ENCRYPTED | ZipConstants.FLAG_DATA_DESCRIPTOR);
        view(fixed).putShort(common, (short) version);
        view(fixed)
                .putShort(common + 4, (short) (aes.isPresent() ? ZipConstants.METHOD_AES : method));
        return setFlags(others | encryptedFlag);
    }

    /** Into a local header: both sizes with 64 bits, or none. */
    RawHeader setLocalData(int crc, long packedSize, long size) {
        boolean zip64 = packedSize >= ZipConstants.MAX_32 || size >= ZipConstants.MAX_32;
        extras.removeIf(extra -> extra.kind() == ZipConstants.EXTRA_ZIP64);
        if (zip64) {
            requireZip64();
            extras.add(0, zip64(size, packedSize));
        }
        return setData(crc, zip64 ? -1 : (int) packedSize, zip64 ? -1 : (int) size);
    }

    private RawHeader setData(int crc, int packedSize, int size) {
        view(fixed).putInt(common + 10, crc).putInt(common + 14, packedSize);
        view(fixed).putInt(common + 18, size);
        return this;
    }

    private static Extra zip64(long... values) {
        return new Extra(ZipConstants.EXTRA_ZIP64, new ExtraFieldWriter().zip64(values).toBytes());
    }

    private void requireZip64() {
        int version = view(fixed).getShort(common) & 0xff;
        if (version < ZipConstants.VERSION_ZIP64) {
            view(fixed).putShort(common, (short) ZipConstants.VERSION_ZIP64);
        }
    }

    /** Into a central header: each value with 64 bits only if it does not fit (4.5.3). */
    RawHeader setCentralData(int crc, long packedSize, long size, Place place) {
        extras.removeIf(extra -> extra.kind() == ZipConstants.EXTRA_ZIP64);
        List<Long> wide = new ArrayList<>();
        for (long value : new long[] {size, packedSize, place.offset()}) {
            if (value >= ZipConstants.MAX_32) {
                wide.add(value);
            }
        }
        if (!wide.isEmpty()) {
            requireZip64();
            extras.add(0, zip64(wide.stream().mapToLong(Long::longValue).toArray()));
        }
        setData(crc, narrowed(packedSize), narrowed(size));
        view(fixed).putShort(34, (short) place.volume()).putInt(42, narrowed(place.offset()));
        return this;
    }

    private static int narrowed(long value) {
        return (int) Math.min(value, ZipConstants.MAX_32);
    }

    byte[] toBytes() {
        int extraLength = tail.length + extras.stream().mapToInt(e -> e.whole().length).sum();
        view(fixed).putShort(common + COMMON_BYTES - 4, (short) name.length);
        view(fixed).putShort(common + COMMON_BYTES - 2, (short) extraLength);
        ByteBuffer out =
                ByteBuffer.allocate(fixed.length + name.length + extraLength + comment.length);
        out.put(fixed).put(name);
        extras.forEach(extra -> out.put(extra.whole()));
        return out.put(tail).put(comment).array();
    }
}
