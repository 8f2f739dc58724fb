package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Reads the central directory (4.3.12), the list of entries at the end of an archive. */
final class DirectoryReader {
    private static final int DOS_FOLDER = 0x10;

    private final List<ArchiveEntry> entries = new ArrayList<>();
    private final List<EntryRecord> records = new ArrayList<>();
    private final ByteSource source;
    private final SourceInput in;
    private final EndRecord end;

    DirectoryReader(ByteSource source, EndRecord end) {
        this.source = source;
        this.in = new SourceInput(source, end.directoryStart(), end.directorySize());
        this.end = end;
    }

    void read() throws IOException {
        long stop = end.directoryStart() + end.directorySize();
        while (records.size() < end.entries()) {
            readHeader();
        }
        if (in.position() != stop) {
            throw damaged();
        }
        requireNoOverlap();
    }

    /** Entries that share data are either damage or a trap that unpacks to any size. */
    private void requireNoOverlap() throws DamagedArchive {
        List<EntryRecord> inOrder = new ArrayList<>(records);
        inOrder.sort(Comparator.comparingLong(EntryRecord::headerOffset));
        long free = 0;
        for (EntryRecord record : inOrder) {
            if (record.headerOffset() < free) {
                throw damaged();
            }
            long headers = (long) ZipConstants.LOCAL_HEADER_BYTES + record.name().length;
            free = record.headerOffset() + headers + record.packedSize();
        }
    }

    List<ArchiveEntry> entries() {
        return entries;
    }

    /** What the headers say, in the same order. */
    List<EntryRecord> records() {
        return records;
    }

    private void readHeader() throws IOException {
        ByteBuffer fixed = Fields.next(in, ZipConstants.CENTRAL_HEADER_BYTES);
        if (fixed.remaining() < ZipConstants.CENTRAL_HEADER_BYTES
                || fixed.getInt() != ZipConstants.CENTRAL_HEADER) {
            throw damaged();
        }
        int host = Fields.unsigned16(fixed) >> 8;
        fixed.getShort(); // version needed
        int flags = Fields.unsigned16(fixed);
        int method = Fields.unsigned16(fixed);
        int dosTime = fixed.getInt();
        int crc = fixed.getInt();
        long[] wide = {Fields.unsigned32(fixed), Fields.unsigned32(fixed), 0};
        byte[] name = new byte[Fields.unsigned16(fixed)];
        byte[] extraBytes = new byte[Fields.unsigned16(fixed)];
        int commentLength = Fields.unsigned16(fixed);
        int volume = Fields.unsigned16(fixed);
        fixed.getShort(); // internal attributes
        int external = fixed.getInt();
        wide[2] = Fields.unsigned32(fixed);
        fill(name);
        fill(extraBytes);
        fill(new byte[commentLength]);
        ExtraFields extras = new ExtraFields(extraBytes);
        widen(wide, extras);
        AesField aes = AesField.of(method, extras);
        EntryRecord record =
                new EntryRecord(
                        name,
                        flags,
                        aes.method(),
                        aes.strength(),
                        aes.version(),
                        crc,
                        wide[0],
                        wide[1],
                        dosTime,
                        extras.unixTime(),
                        unixMode(host, external),
                        place(volume, wide[2]),
                        extras.hidesNames());
        requireInside(record);
        records.add(record);
        String path = EntryNames.withSlashes(EntryNames.decode(name, flags, extras), host);
        entries.add(EntryViews.of(records.size() - 1, record, path, (external & DOS_FOLDER) != 0));
    }

    /** Order in the field: size, packed size, offset, each only if it does not fit (4.5.3). */
    private void widen(long[] packedSizeOffset, ExtraFields extras) throws DamagedArchive {
        ByteBuffer zip64 = extras.zip64().orElse(ByteBuffer.allocate(0));
        for (int field : new int[] {1, 0, 2}) {
            if (packedSizeOffset[field] == ZipConstants.MAX_32) {
                if (zip64.remaining() < 8) {
                    throw damaged();
                }
                packedSizeOffset[field] = zip64.getLong();
            }
        }
    }

    /** Through all parts; an offset into a part that is not there can not be right. */
    private long place(int volume, long offset) {
        long start = source.volumeStart(volume);
        return start < 0 ? -1 : start + offset + end.shift();
    }

    /** The data lies before the directory; nothing is negative. */
    private void requireInside(EntryRecord entry) throws DamagedArchive {
        long room = end.directoryStart() - ZipConstants.LOCAL_HEADER_BYTES - entry.name().length;
        boolean inside =
                entry.headerOffset() >= 0
                        && entry.packedSize() >= 0
                        && entry.size() >= 0
                        && entry.packedSize() <= room
                        && entry.headerOffset() <= room - entry.packedSize();
        if (!inside) {
            throw damaged();
        }
    }

    private void fill(byte[] bytes) throws IOException {
        if (in.readNBytes(bytes, 0, bytes.length) < bytes.length) {
            throw damaged();
        }
    }

    private DamagedArchive damaged() {
        return new DamagedArchive(Damage.DIRECTORY, "", in.position());
    }

    private static int unixMode(int host, int external) {
        boolean unix = host == ZipConstants.HOST_UNIX || host == ZipConstants.HOST_DARWIN;
        int mode = external >>> 16;
        return unix && mode != 0 ? mode : -1;
    }
}
