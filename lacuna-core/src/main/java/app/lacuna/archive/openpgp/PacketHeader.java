package app.lacuna.archive.openpgp;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * What stands before a packet (RFC 9580, 4.2).
 *
 * @param body where its contents begin
 * @param length of the contents, or of their first piece; up to the end of the source if the packet
 *     does not say
 * @param partial whether other pieces follow, each with a length of its own
 */
record PacketHeader(int tag, long body, long length, boolean partial) {
    static final int PUBLIC_KEY_SESSION = 1;
    static final int PASSWORD_SESSION = 3;
    static final int COMPRESSED = 8;
    static final int UNPROTECTED = 9;
    static final int MARKER = 10;
    static final int LITERAL = 11;
    static final int PROTECTED = 18;
    static final int EARLIER_PROTECTED = 20;
    static final int PADDING = 21;

    private static final int LONGEST = 6;
    private static final int IS_PACKET = 0x80;
    private static final int IS_NEW = 0x40;

    /** The length of a piece, and how many bytes tell it (4.2.1). */
    record Length(long bytes, int fields, boolean partial) {}

    static PacketHeader at(ByteSource source, long position) throws IOException {
        ByteBuffer bytes = Fields.at(source, position, LONGEST).order(ByteOrder.BIG_ENDIAN);
        if (bytes.remaining() < 2) {
            throw damaged(Damage.CUT_SHORT, position);
        }
        int first = bytes.get() & 0xff;
        if ((first & IS_PACKET) == 0) {
            throw damaged(Damage.DIRECTORY, position);
        }
        if ((first & IS_NEW) == 0) {
            return old(source, position, first, bytes);
        }
        Length length = length(bytes, position);
        return new PacketHeader(
                first & 0x3f, position + 1 + length.fields(), length.bytes(), length.partial());
    }

    /** 4.2.2: the length is in 1, 2 or 4 bytes, or is not told. */
    private static PacketHeader old(ByteSource source, long position, int first, ByteBuffer bytes)
            throws IOException {
        int fields = 1 << (first & 3);
        if (fields == 8) {
            return new PacketHeader(
                    first >> 2 & 0xf, position + 1, source.size() - position - 1, false);
        }
        require(bytes, fields, position);
        long length = 0;
        for (int i = 0; i < fields; i++) {
            length = length << 8 | bytes.get() & 0xff;
        }
        return new PacketHeader(first >> 2 & 0xf, position + 1 + fields, length, false);
    }

    /** The length that stands before a later piece of a packet. */
    static Length nextLength(ByteSource source, long position) throws IOException {
        return length(Fields.at(source, position, LONGEST - 1), position);
    }

    private static Length length(ByteBuffer bytes, long position) throws DamagedArchive {
        bytes.order(ByteOrder.BIG_ENDIAN);
        require(bytes, 1, position);
        int first = bytes.get() & 0xff;
        if (first < 192) {
            return new Length(first, 1, false);
        }
        if (first < 224) {
            require(bytes, 1, position);
            return new Length((first - 192L << 8) + (bytes.get() & 0xff) + 192, 2, false);
        }
        if (first < 255) {
            return new Length(1L << (first & 0x1f), 1, true);
        }
        require(bytes, 4, position);
        return new Length(Fields.unsigned32(bytes), 5, false);
    }

    private static void require(ByteBuffer bytes, int count, long position) throws DamagedArchive {
        if (bytes.remaining() < count) {
            throw damaged(Damage.CUT_SHORT, position);
        }
    }

    static DamagedArchive damaged(Damage damage, long position) {
        return new DamagedArchive(damage, "", position);
    }
}
