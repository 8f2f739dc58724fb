package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Finds entries by their local headers (4.3.7), for archives whose central directory is missing or
 * damaged. Behind a header whose size leads to another header it goes on there, so that an archive
 * inside the archive is not taken apart. Where the size can not be believed it goes on right behind
 * the header, and the entry ends where the next header begins.
 */
final class LocalScan {
    /** All bytes are looked at once, and a few times more behind sizes that lead nowhere. */
    private static final int LOOKS = 4;

    private final ByteSource source;
    private final SignatureScan scan;
    private final Limits limits;
    private final long size;
    private final List<EntryRecord> records = new ArrayList<>();
    private final List<ArchiveEntry> entries = new ArrayList<>();
    private final Set<Integer> guessed = new HashSet<>();

    LocalScan(ByteSource source, Limits limits, CancelToken cancel) throws IOException {
        this.source = source;
        this.scan = new SignatureScan(source, cancel);
        this.limits = limits;
        this.size = source.size();
    }

    void run() throws IOException {
        long at = scan.next(0);
        while (at >= 0) {
            long resume = at + 4;
            Optional<LocalHeader> header = LocalHeader.at(source, at);
            if (header.isPresent()) {
                resume = take(header.get());
            }
            at = scan.next(resume);
        }
    }

    /** Adds the entry, and says where to go on. */
    private long take(LocalHeader header) throws IOException {
        limits.checkEntries(records.size() + 1L);
        EntryRecord record = header.record();
        long start = header.dataStart();
        if (!header.sizesFollow() && isEnd(start, record.packedSize())) {
            add(record);
            return start + record.packedSize();
        }
        Optional<EntryRecord> described =
                header.sizesFollow() ? withSizesBehind(record, start) : Optional.empty();
        if (described.isPresent()) {
            add(described.get());
            return start + described.get().packedSize();
        }
        long end = Math.max(start, nextHeader(start));
        long declared = header.sizesFollow() ? end - start : record.packedSize();
        guessed.add(records.size());
        add(record.withData(record.crc(), Math.min(declared, end - start), record.size()));
        // The lengths of its name and fields may be what is wrong, so it goes on behind the header.
        return record.headerOffset() + ZipConstants.LOCAL_HEADER_BYTES;
    }

    /** Whether something of an archive stands behind the data, so that its size can be believed. */
    private boolean isEnd(long dataStart, long packedSize) throws IOException {
        if (packedSize > size - dataStart) {
            return false;
        }
        ByteBuffer in = Fields.at(source, dataStart + packedSize, 4);
        if (in.remaining() < 4) {
            return true;
        }
        int signature = in.getInt();
        return signature == ZipConstants.LOCAL_HEADER
                || signature == ZipConstants.DATA_DESCRIPTOR
                || SignatureScan.isBehindEntries(signature);
    }

    /** Where the next header begins that makes sense, or the end of the archive. */
    private long nextHeader(long from) throws IOException {
        for (long at = scan.next(from); at >= 0; at = scan.next(at + 4)) {
            if (isHeader(at)) {
                return at;
            }
        }
        return size;
    }

    private boolean isHeader(long at) throws IOException {
        ByteBuffer in = Fields.at(source, at, 4);
        return in.remaining() == 4
                && (SignatureScan.isBehindEntries(in.getInt(0))
                        || LocalHeader.at(source, at).isPresent());
    }

    /**
     * Looks for the data descriptor (4.3.9) that says as many bytes as there are before it. Headers
     * on the way may belong to an archive inside the entry, so the search goes on behind them, as
     * long as not everything is looked at over and over.
     */
    private Optional<EntryRecord> withSizesBehind(EntryRecord record, long start)
            throws IOException {
        Optional<DataDescriptor> found = Optional.empty();
        for (long at = scan.next(start); at >= 0 && found.isEmpty(); at = scan.next(at + 4)) {
            found = DataDescriptor.around(source, start, at);
            if (found.isEmpty() && scan.looked() > LOOKS * size && isHeader(at)) {
                return Optional.empty();
            }
        }
        if (found.isEmpty()) {
            found = DataDescriptor.around(source, start, size);
        }
        return found.map(told -> record.withData(told.crc(), told.packedSize(), told.size()));
    }

    private void add(EntryRecord record) {
        ExtraFields none = new ExtraFields(new byte[0]);
        String path = EntryNames.decode(record.name(), record.flags(), none);
        records.add(record);
        entries.add(EntryViews.of(records.size() - 1, record, path, false));
    }

    /** Which of them have a size that nothing confirms. */
    Set<Integer> guessed() {
        return guessed;
    }

    List<EntryRecord> records() {
        return records;
    }

    List<ArchiveEntry> entries() {
        return entries;
    }
}
