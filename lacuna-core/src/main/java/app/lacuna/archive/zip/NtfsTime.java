package app.lacuna.archive.zip;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Optional;

/**
 * The NTFS extra field (4.5.5): times as numbers of 100 nanoseconds since 1601. We write it where
 * the seconds of the extended timestamp, which have 32 bits, end: before 1901 and after 2038.
 */
final class NtfsTime {
    private static final int TIMES = 0x0001;
    private static final int TIMES_BYTES = 24;

    /** From 1601 to 1970. */
    private static final long SECONDS_BEFORE = 11_644_473_600L;

    private static final long PER_SECOND = 10_000_000L;

    private NtfsTime() {}

    static boolean canHold(long seconds) {
        return seconds >= -SECONDS_BEFORE && seconds < Long.MAX_VALUE / PER_SECOND - SECONDS_BEFORE;
    }

    /** The field's data: the same time for change, access and creation. */
    static byte[] encode(long seconds) {
        ByteBuffer out = ByteBuffer.allocate(32).order(ByteOrder.LITTLE_ENDIAN);
        long ticks = (seconds + SECONDS_BEFORE) * PER_SECOND;
        out.putInt(0).putShort((short) TIMES).putShort((short) TIMES_BYTES);
        return out.putLong(ticks).putLong(ticks).putLong(ticks).array();
    }

    /** The time of the last change. */
    static Optional<Long> decode(ByteBuffer data) {
        data.position(4); // reserved
        while (data.remaining() >= 4) {
            int tag = data.getShort() & 0xffff;
            int length = data.getShort() & 0xffff;
            if (length > data.remaining()) {
                return Optional.empty();
            }
            if (tag == TIMES && length >= 8) {
                long ticks = data.getLong();
                return ticks < 0
                        ? Optional.empty()
                        : Optional.of(ticks / PER_SECOND - SECONDS_BEFORE);
            }
            data.position(data.position() + length);
        }
        return Optional.empty();
    }
}
