package app.lacuna.reedsolomon;

import java.util.zip.CRC32;

/** What is lost or kept as a whole. */
public final class Sector {
    /** As discs have it. */
    public static final int BYTES = 2048;

    private Sector() {}

    static int checksum(byte[] bytes, int from) {
        CRC32 crc = new CRC32();
        crc.update(bytes, from, BYTES);
        return (int) crc.getValue();
    }
}
