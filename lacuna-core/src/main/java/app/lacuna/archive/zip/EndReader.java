package app.lacuna.archive.zip;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotAnArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.Arrays;

/** Finds and reads the end of central directory (4.3.16) and its ZIP64 form (4.3.14, 4.3.15). */
final class EndReader {
    private final ByteSource source;
    private final Path file;
    private final long fileSize;

    EndReader(ByteSource source, Path file) throws IOException {
        this.source = source;
        this.file = file;
        this.fileSize = source.size();
    }

    /** How many parts the archive has, told by its last one alone. */
    long volumes() throws IOException {
        Tail tail = tail();
        int disk = tail.bytes().getShort(tail.end() + 4) & 0xffff;
        ByteBuffer locator = zip64Locator(tail.start() + tail.end());
        if (disk == ZipConstants.MAX_16 && locator.hasRemaining()) {
            return Math.max(1, Integer.toUnsignedLong(locator.getInt(16)));
        }
        return disk + 1L;
    }

    EndRecord read() throws IOException {
        Tail tail = tail();
        return parse(tail.bytes(), tail.end(), tail.start() + tail.end());
    }

    /**
     * @param end where in {@code bytes} the record begins
     * @param start where in the file {@code bytes} begin
     */
    private record Tail(ByteBuffer bytes, int end, long start) {}

    private Tail tail() throws IOException {
        int tailLength = (int) Math.min(fileSize, ZipConstants.END_BYTES + ZipConstants.MAX_16);
        long tailStart = fileSize - tailLength;
        ByteBuffer tail = Fields.at(source, tailStart, tailLength);
        int end = findEnd(tail);
        // With hidden names these are the last entries, decrypted and perhaps not even compressed.
        Arrays.fill(tail.array(), 0, end < 0 ? tail.limit() : end, (byte) 0);
        if (end < 0) {
            throw beginsLikeAnArchive()
                    ? new DamagedArchive(Damage.END_MISSING, "", fileSize)
                    : new NotAnArchive(file);
        }
        return new Tail(tail, end, tailStart);
    }

    /** Whether the record that ends an archive ends the file exactly. */
    boolean endsExactly() throws IOException {
        int tailLength = (int) Math.min(fileSize, ZipConstants.END_BYTES + ZipConstants.MAX_16);
        ByteBuffer tail = Fields.at(source, fileSize - tailLength, tailLength);
        int end = findEnd(tail);
        boolean exactly =
                end >= 0
                        && end + ZipConstants.END_BYTES + (tail.getShort(end + 20) & 0xffff)
                                == tail.limit();
        Arrays.fill(tail.array(), (byte) 0);
        return exactly;
    }

    /** The last place where the record and its comment fill the file exactly, or nearly so. */
    private static int findEnd(ByteBuffer tail) {
        int roomy = -1;
        for (int at = tail.limit() - ZipConstants.END_BYTES; at >= 0; at--) {
            if (tail.getInt(at) != ZipConstants.END) {
                continue;
            }
            int end = at + ZipConstants.END_BYTES + (tail.getShort(at + 20) & 0xffff);
            if (end == tail.limit()) {
                return at;
            }
            if (end < tail.limit() && roomy < 0) {
                roomy = at;
            }
        }
        return roomy;
    }

    private boolean beginsLikeAnArchive() throws IOException {
        ByteBuffer start = Fields.at(source, 0, 4);
        if (start.remaining() < 4) {
            return false;
        }
        int signature = start.getInt();
        return signature == ZipConstants.LOCAL_HEADER
                || signature == ZipConstants.DATA_DESCRIPTOR
                || signature == ZipConstants.ONE_VOLUME;
    }

    private EndRecord parse(ByteBuffer tail, int at, long position) throws IOException {
        ByteBuffer in = tail.position(at + 4);
        int disk = Fields.unsigned16(in);
        int directoryDisk = Fields.unsigned16(in);
        int entriesHere = Fields.unsigned16(in);
        int entries = Fields.unsigned16(in);
        long size = Fields.unsigned32(in);
        long offset = Fields.unsigned32(in);
        byte[] comment = new byte[Fields.unsigned16(in)];
        in.get(comment);
        long end = position + ZipConstants.END_BYTES + comment.length;
        ByteBuffer locator = zip64Locator(position);
        if (locator.hasRemaining()) {
            return zip64(locator, position - ZipConstants.ZIP64_LOCATOR_BYTES, comment, end);
        }
        boolean split = source.volumes() > 1;
        if (disk + 1 != source.volumes() || (!split && entriesHere != entries)) {
            throw new DamagedArchive(Damage.DIRECTORY, "", position);
        }
        return checked(entries, position - size, size, place(directoryDisk, offset), comment, end);
    }

    private ByteBuffer zip64Locator(long end) throws IOException {
        long at = end - ZipConstants.ZIP64_LOCATOR_BYTES;
        ByteBuffer empty = ByteBuffer.allocate(0);
        if (at < 0) {
            return empty;
        }
        ByteBuffer in = Fields.at(source, at, ZipConstants.ZIP64_LOCATOR_BYTES);
        return in.getInt() == ZipConstants.ZIP64_LOCATOR ? in : empty;
    }

    private EndRecord zip64(ByteBuffer locator, long locatorPosition, byte[] comment, long end)
            throws IOException {
        long position = place(locator.getInt(), locator.getLong());
        ByteBuffer in = zip64End(position);
        if (!in.hasRemaining()) {
            position = locatorPosition - ZipConstants.ZIP64_END_BYTES;
            in = zip64End(position);
        }
        if (!in.hasRemaining()) {
            throw new DamagedArchive(Damage.DIRECTORY, "", locatorPosition);
        }
        in.position(20);
        int directoryDisk = in.getInt();
        in.getLong(); // entries in this part
        long entries = in.getLong();
        long size = in.getLong();
        long offset = in.getLong();
        if (size < 0 || entries < 0) {
            throw new DamagedArchive(Damage.DIRECTORY, "", position);
        }
        return checked(entries, position - size, size, place(directoryDisk, offset), comment, end);
    }

    /** Empty if the record is not there. */
    private ByteBuffer zip64End(long position) throws IOException {
        if (position < 0 || position > fileSize - ZipConstants.ZIP64_END_BYTES) {
            return ByteBuffer.allocate(0);
        }
        ByteBuffer in = Fields.at(source, position, ZipConstants.ZIP64_END_BYTES);
        return in.getInt(0) == ZipConstants.ZIP64_END ? in : ByteBuffer.allocate(0);
    }

    /** The position through all parts, or one that can not be. */
    private long place(int volume, long offset) {
        long start = volume < 0 ? -1 : source.volumeStart(volume);
        return start < 0 ? -1 : start + offset;
    }

    private EndRecord checked(
            long entries, long start, long size, long offset, byte[] comment, long end)
            throws DamagedArchive {
        long shift = start - offset;
        boolean possible =
                start >= 0
                        && shift >= 0
                        && offset >= 0
                        && entries <= size / ZipConstants.CENTRAL_HEADER_BYTES;
        if (!possible) {
            throw new DamagedArchive(Damage.DIRECTORY, "", Math.max(0, start));
        }
        return new EndRecord(entries, start, size, shift, comment, fileSize - end);
    }
}
