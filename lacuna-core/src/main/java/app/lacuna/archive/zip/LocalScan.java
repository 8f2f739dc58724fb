package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.CancelToken;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Finds entries by their local headers (4.3.7), for archives whose central directory is missing or
 * damaged. Goes through all bytes; behind a header whose sizes make sense it goes on after the
 * entry's data, so that an archive inside the archive is not taken apart.
 */
final class LocalScan {
    private static final int WINDOW_BYTES = 1 << 20;

    private static final Set<Integer> SIGNATURES =
            Set.of(
                    ZipConstants.LOCAL_HEADER,
                    ZipConstants.DATA_DESCRIPTOR,
                    ZipConstants.CENTRAL_HEADER,
                    ZipConstants.ZIP64_END,
                    ZipConstants.END);

    private final ByteSource source;
    private final CancelToken cancel;
    private final long size;
    private final List<EntryRecord> records = new ArrayList<>();
    private final List<ArchiveEntry> entries = new ArrayList<>();

    LocalScan(ByteSource source, CancelToken cancel) throws IOException {
        this.source = source;
        this.cancel = cancel;
        this.size = source.size();
    }

    void run() throws IOException {
        long at = next(0, ZipConstants.LOCAL_HEADER);
        while (at >= 0) {
            Optional<Header> header = header(at);
            long resume = at + 4;
            if (header.isPresent()) {
                EntryRecord record = header.get().record();
                long dataStart = header.get().dataStart();
                if (header.get().sizesFollow()) {
                    record = withSizesBehind(record, dataStart);
                }
                add(record);
                resume =
                        isEnd(dataStart, record.packedSize())
                                ? dataStart + record.packedSize()
                                : resume;
            }
            at = next(resume, ZipConstants.LOCAL_HEADER);
        }
    }

    /** Whether something of an archive stands behind the data, so that its size can be believed. */
    private boolean isEnd(long dataStart, long packedSize) throws IOException {
        if (packedSize > size - dataStart) {
            return false;
        }
        ByteBuffer in = Fields.at(source, dataStart + packedSize, 4);
        return in.remaining() < 4 || SIGNATURES.contains(in.getInt());
    }

    List<EntryRecord> records() {
        return records;
    }

    List<ArchiveEntry> entries() {
        return entries;
    }

    private void add(EntryRecord record) {
        ExtraFields none = new ExtraFields(new byte[0]);
        String path = EntryNames.decode(record.name(), record.flags(), none);
        records.add(record);
        entries.add(EntryViews.of(records.size() - 1, record, path, false));
    }

    /** Where the signature stands next, -1 if nowhere. */
    private long next(long from, int signature) throws IOException {
        for (long start = from; start + 4 <= size; start += WINDOW_BYTES) {
            cancel.check();
            ByteBuffer window = Fields.at(source, start, WINDOW_BYTES + 3);
            byte first = (byte) signature;
            byte[] bytes = window.array();
            for (int i = 0; i + 4 <= window.limit(); i++) {
                if (bytes[i] == first && window.getInt(i) == signature) {
                    return start + i;
                }
            }
        }
        return -1;
    }

    /**
     * @param sizesFollow whether the sizes stand in a data descriptor
     */
    private record Header(EntryRecord record, long dataStart, boolean sizesFollow) {}

    /** Empty where the bytes are no header after all. */
    private Optional<Header> header(long at) throws IOException {
        ByteBuffer in = Fields.at(source, at, ZipConstants.LOCAL_HEADER_BYTES);
        if (in.remaining() < ZipConstants.LOCAL_HEADER_BYTES) {
            return Optional.empty();
        }
        in.position(6);
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
        AesField aes = AesField.of(method, extras);
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
                        at);
        boolean follow =
                (flags & ZipConstants.FLAG_DATA_DESCRIPTOR) != 0
                        && packedSize == 0
                        && plainSize == 0;
        return Optional.of(new Header(record, after + nameLength + extraLength, follow));
    }

    /** Looks for the data descriptor that says as many bytes as there are before it. */
    private EntryRecord withSizesBehind(EntryRecord record, long dataStart) throws IOException {
        long at = dataStart;
        while ((at = next(at, ZipConstants.DATA_DESCRIPTOR)) >= 0) {
            ByteBuffer in = Fields.at(source, at, 24);
            long packed = at - dataStart;
            if (in.remaining() >= 16 && Fields.unsigned32(in.position(8)) == packed) {
                long plain = Fields.unsigned32(in);
                boolean narrow = in.remaining() < 8 || in.getInt(12) != 0 || packed == 0;
                if (narrow) {
                    return record.withData(in.getInt(4), packed, plain);
                }
            }
            if (in.limit() == 24 && in.getLong(8) == packed) {
                return record.withData(in.getInt(4), packed, in.getLong(16));
            }
            at += 4;
        }
        return record.withData(record.crc(), size - dataStart, 0);
    }
}
