package app.lacuna.archive.zip;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Builds what ends an archive: the ZIP64 records (4.3.14, 4.3.15) where needed, then 4.3.16. */
final class EndWriter {
    private EndWriter() {}

    static byte[] end(long entries, long directoryOffset, long directorySize) {
        boolean zip64 =
                entries >= ZipConstants.MAX_16
                        || directoryOffset >= ZipConstants.MAX_32
                        || directorySize >= ZipConstants.MAX_32;
        ByteBuffer out = ByteBuffer.allocate(128).order(ByteOrder.LITTLE_ENDIAN);
        if (zip64) {
            zip64(out, entries, directoryOffset, directorySize);
        }
        out.putInt(ZipConstants.END);
        out.putShort((short) 0).putShort((short) 0); // this disk, disk of the directory
        short count = (short) Math.min(entries, ZipConstants.MAX_16);
        out.putShort(count).putShort(count);
        out.putInt((int) Math.min(directorySize, ZipConstants.MAX_32));
        out.putInt((int) Math.min(directoryOffset, ZipConstants.MAX_32));
        out.putShort((short) 0); // comment length
        byte[] bytes = new byte[out.position()];
        out.flip().get(bytes);
        return bytes;
    }

    private static void zip64(
            ByteBuffer out, long entries, long directoryOffset, long directorySize) {
        out.putInt(ZipConstants.ZIP64_END);
        out.putLong(ZipConstants.ZIP64_END_BYTES - 12); // 4.3.14.1: without the leading 12 bytes
        out.putShort((short) ZipConstants.MADE_BY).putShort((short) ZipConstants.VERSION_ZIP64);
        out.putInt(0).putInt(0); // this disk, disk of the directory
        out.putLong(entries).putLong(entries);
        out.putLong(directorySize).putLong(directoryOffset);
        out.putInt(ZipConstants.ZIP64_LOCATOR);
        out.putInt(0); // disk of the ZIP64 end
        out.putLong(directoryOffset + directorySize);
        out.putInt(1); // number of disks
    }
}
