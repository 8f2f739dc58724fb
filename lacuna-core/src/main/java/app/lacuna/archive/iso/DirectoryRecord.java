package app.lacuna.archive.iso;

import java.nio.ByteBuffer;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Optional;

/** A record of a directory (9.1), as another writer may have made it. */
record DirectoryRecord(
        long block, long bytes, Optional<Instant> modified, int flags, byte[] id, ByteBuffer use) {

    /**
     * @param record exactly the record
     * @return empty if it makes no sense
     */
    static Optional<DirectoryRecord> of(ByteBuffer record) {
        if (record.limit() <= Iso.RECORD_BYTES) {
            return Optional.empty();
        }
        int idLength = record.get(32) & 0xff;
        int end = Iso.RECORD_BYTES + idLength;
        if (idLength == 0 || end > record.limit()) {
            return Optional.empty();
        }
        byte[] id = new byte[idLength];
        record.get(Iso.RECORD_BYTES, id);
        int use = Math.min(end + end % 2, record.limit());
        long extended = record.get(1) & 0xff; // blocks of an extended attribute record (9.5)
        return Optional.of(
                new DirectoryRecord(
                        (record.getInt(2) & 0xffffffffL) + extended,
                        record.getInt(10) & 0xffffffffL,
                        time(record, 18),
                        record.get(25) & 0xff,
                        id,
                        record.slice(use, record.limit() - use)));
    }

    boolean isDirectory() {
        return (flags & Iso.FLAG_DIRECTORY) != 0;
    }

    boolean hasMoreExtents() {
        return (flags & Iso.FLAG_MORE_EXTENTS) != 0;
    }

    /** The directory itself, or the one above it. */
    boolean isSelfOrParent() {
        return id.length == 1 && (id[0] == 0 || id[0] == 1);
    }

    /** 9.1.5. */
    static Optional<Instant> time(ByteBuffer from, int at) {
        int[] parts = new int[6];
        for (int i = 0; i < parts.length; i++) {
            parts[i] = from.get(at + i) & 0xff;
        }
        parts[0] += 1900;
        return instant(parts, from.get(at + 6));
    }

    /**
     * @param quarters of an hour before UTC
     */
    static Optional<Instant> instant(int[] parts, int quarters) {
        try {
            return Optional.of(
                    OffsetDateTime.of(
                                    parts[0],
                                    parts[1],
                                    parts[2],
                                    parts[3],
                                    parts[4],
                                    parts[5],
                                    0,
                                    ZoneOffset.ofTotalSeconds(quarters * 15 * 60))
                            .toInstant());
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}
