package app.lacuna.archive.zip;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Builds what ends an archive: the ZIP64 records (4.3.14, 4.3.15) where needed, then 4.3.16. */
final class EndWriter {
    /** 4.3.14, 4.3.15 and 4.3.16 without the comment. */
    static final int LARGEST =
            ZipConstants.ZIP64_END_BYTES
                    + ZipConstants.ZIP64_LOCATOR_BYTES
                    + ZipConstants.END_BYTES;

    private EndWriter() {}

    /**
     * @param directory where the central directory begins
     * @param end where the record itself begins: the same part as the ZIP64 records
     * @param entriesInLastVolume those whose central header is in the part of this record
     * @param note what everybody can read
     */
    static byte[] end(
            Directory directory, Place start, Place end, long entriesInLastVolume, byte[] note) {
        boolean zip64 =
                directory.entries() >= ZipConstants.MAX_16
                        || start.offset() >= ZipConstants.MAX_32
                        || directory.bytes() >= ZipConstants.MAX_32;
        ByteBuffer out = ByteBuffer.allocate(LARGEST + note.length).order(ByteOrder.LITTLE_ENDIAN);
        if (zip64) {
            zip64(out, directory, start, end, entriesInLastVolume);
        }
        out.putInt(ZipConstants.END);
        out.putShort((short) end.volume()).putShort((short) start.volume());
        out.putShort((short) Math.min(entriesInLastVolume, ZipConstants.MAX_16));
        out.putShort((short) Math.min(directory.entries(), ZipConstants.MAX_16));
        out.putInt((int) Math.min(directory.bytes(), ZipConstants.MAX_32));
        out.putInt((int) Math.min(start.offset(), ZipConstants.MAX_32));
        out.putShort((short) note.length).put(note);
        byte[] bytes = new byte[out.position()];
        out.flip().get(bytes);
        return bytes;
    }

    /** How many entries the central directory has, and how many bytes. */
    record Directory(long entries, long bytes) {}

    private static void zip64(
            ByteBuffer out, Directory directory, Place start, Place end, long inLastVolume) {
        out.putInt(ZipConstants.ZIP64_END);
        out.putLong(ZipConstants.ZIP64_END_BYTES - 12); // 4.3.14.1: without the leading 12 bytes
        out.putShort((short) ZipConstants.MADE_BY).putShort((short) ZipConstants.VERSION_ZIP64);
        out.putInt(end.volume()).putInt(start.volume());
        out.putLong(inLastVolume).putLong(directory.entries());
        out.putLong(directory.bytes()).putLong(start.offset());
        out.putInt(ZipConstants.ZIP64_LOCATOR);
        out.putInt(end.volume());
        out.putLong(end.offset());
        out.putInt(end.volume() + 1); // number of parts
    }
}
