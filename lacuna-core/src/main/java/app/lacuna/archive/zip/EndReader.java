package app.lacuna.archive.zip;

import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.NotAnArchive;
import app.lacuna.failure.UnsupportedFeature;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;

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

    EndRecord read() throws IOException {
        int tailLength = (int) Math.min(fileSize, ZipConstants.END_BYTES + ZipConstants.MAX_16);
        long tailStart = fileSize - tailLength;
        ByteBuffer tail = Fields.at(source, tailStart, tailLength);
        int end = findEnd(tail);
        if (end < 0) {
            throw beginsLikeAnArchive()
                    ? new DamagedArchive(Damage.END_MISSING, "", fileSize)
                    : new NotAnArchive(file);
        }
        return parse(tail, end, tailStart + end);
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
        return start.remaining() == 4 && start.getInt() == ZipConstants.LOCAL_HEADER;
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
        String text = new String(comment, StandardCharsets.UTF_8);
        ByteBuffer locator = zip64Locator(position);
        if (locator.hasRemaining()) {
            return zip64(locator, position - ZipConstants.ZIP64_LOCATOR_BYTES, text);
        }
        if (disk != 0 || directoryDisk != 0 || entriesHere != entries) {
            throw new UnsupportedFeature("split volumes", "");
        }
        return checked(entries, position - size, size, offset, text);
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

    private EndRecord zip64(ByteBuffer locator, long locatorPosition, String comment)
            throws IOException {
        locator.getInt(); // disk
        long position = locator.getLong();
        ByteBuffer in = zip64End(position);
        if (!in.hasRemaining()) {
            position = locatorPosition - ZipConstants.ZIP64_END_BYTES;
            in = zip64End(position);
        }
        if (!in.hasRemaining()) {
            throw new DamagedArchive(Damage.DIRECTORY, "", locatorPosition);
        }
        in.position(16);
        if (in.getInt() != 0 || in.getInt() != 0) {
            throw new UnsupportedFeature("split volumes", "");
        }
        in.getLong(); // entries on this disk, the same
        long entries = in.getLong();
        long size = in.getLong();
        long offset = in.getLong();
        if (size < 0 || entries < 0) {
            throw new DamagedArchive(Damage.DIRECTORY, "", position);
        }
        return checked(entries, position - size, size, offset, comment);
    }

    /** Empty if the record is not there. */
    private ByteBuffer zip64End(long position) throws IOException {
        if (position < 0 || position > fileSize - ZipConstants.ZIP64_END_BYTES) {
            return ByteBuffer.allocate(0);
        }
        ByteBuffer in = Fields.at(source, position, ZipConstants.ZIP64_END_BYTES);
        return in.getInt(0) == ZipConstants.ZIP64_END ? in : ByteBuffer.allocate(0);
    }

    private EndRecord checked(long entries, long start, long size, long offset, String comment)
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
        return new EndRecord(entries, start, size, shift, comment);
    }
}
