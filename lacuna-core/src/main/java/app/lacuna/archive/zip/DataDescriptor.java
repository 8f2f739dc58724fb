package app.lacuna.archive.zip;

import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * What stands behind the data of an entry whose sizes were not known before (4.3.9): checksum and
 * sizes, of 32 or 64 bits, with or without a signature. Nothing says which of the four it is, so
 * the one is believed whose packed size is right and behind which something of an archive stands.
 */
record DataDescriptor(int crc, long packedSize, long size) {
    private static final int NARROW = 12;
    private static final int WIDE = 20;

    /**
     * @param start where the data begins
     * @param signature where a signature stands: its own, or that of what follows it, or the end of
     *     the archive
     */
    static Optional<DataDescriptor> around(ByteSource source, long start, long signature)
            throws IOException {
        ByteBuffer in = Fields.at(source, signature, 4);
        if (in.remaining() == 4 && in.getInt() == ZipConstants.DATA_DESCRIPTOR) {
            Optional<DataDescriptor> wide = at(source, start, signature, 4, WIDE);
            return wide.isPresent() ? wide : at(source, start, signature, 4, NARROW);
        }
        Optional<DataDescriptor> wide = at(source, start, signature - WIDE, 0, WIDE);
        return wide.isPresent() ? wide : at(source, start, signature - NARROW, 0, NARROW);
    }

    /**
     * @param lead bytes of signature
     * @param length of the rest
     */
    private static Optional<DataDescriptor> at(
            ByteSource source, long start, long position, int lead, int length) throws IOException {
        if (position < start) {
            return Optional.empty();
        }
        ByteBuffer in = Fields.at(source, position, lead + length + 4);
        if (in.remaining() < lead + length || !isFollowed(in, lead + length)) {
            return Optional.empty();
        }
        boolean wide = length == WIDE;
        int crc = in.getInt(lead);
        long packed = wide ? in.getLong(lead + 4) : in.getInt(lead + 4) & 0xffffffffL;
        long size = wide ? in.getLong(lead + 12) : in.getInt(lead + 8) & 0xffffffffL;
        return packed == position - start && size >= 0
                ? Optional.of(new DataDescriptor(crc, packed, size))
                : Optional.empty();
    }

    private static boolean isFollowed(ByteBuffer in, int end) {
        if (in.limit() < end + 4) {
            return true; // the archive ends here
        }
        int next = in.getInt(end);
        return next == ZipConstants.LOCAL_HEADER || SignatureScan.isBehindEntries(next);
    }
}
