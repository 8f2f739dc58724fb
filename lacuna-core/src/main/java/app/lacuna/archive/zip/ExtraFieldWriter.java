package app.lacuna.archive.zip;

import app.lacuna.crypto.AesStrength;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.zip.CRC32;

/** Builds the extra fields of a header (4.5.1: two bytes of kind, two of length, then the data). */
final class ExtraFieldWriter {
    private final ByteBuffer out = ByteBuffer.allocate(128).order(ByteOrder.LITTLE_ENDIAN);

    /** 4.5.3; in a local header both sizes have to be there. */
    ExtraFieldWriter zip64(long... values) {
        header(ZipConstants.EXTRA_ZIP64, 8 * values.length);
        for (long value : values) {
            out.putLong(value);
        }
        return this;
    }

    ExtraFieldWriter aes(EntryRecord entry) {
        entry.aes().ifPresent(strength -> aes(strength, entry.aesVersion(), entry.method()));
        return this;
    }

    /** "AES encryption, AE-1 and AE-2" 1.04, section II. */
    ExtraFieldWriter aes(AesStrength strength, int vendorVersion, int method) {
        header(ZipConstants.EXTRA_AES, 7);
        out.putShort((short) vendorVersion);
        out.put((byte) 'A').put((byte) 'E');
        out.put((byte) (strength.ordinal() + 1));
        out.putShort((short) method);
        return this;
    }

    /**
     * Extended timestamp: the time of the last change in UTC seconds; where 32 bits can not hold
     * it, the NTFS field.
     */
    ExtraFieldWriter timestamp(EntryRecord entry) {
        entry.unixTime()
                .ifPresent(
                        seconds -> {
                            if (seconds == seconds.intValue()) {
                                header(ZipConstants.EXTRA_TIMESTAMP, 5);
                                out.put((byte) 1).putInt(seconds.intValue());
                            } else {
                                byte[] times = NtfsTime.encode(seconds);
                                header(ZipConstants.EXTRA_NTFS, times.length);
                                out.put(times);
                            }
                        });
        return this;
    }

    /**
     * ASi Unix: the mode once more, with its own CRC, so that the one in the central directory can
     * not be changed unnoticed from a file to a link. Owner and group are left at 0.
     */
    ExtraFieldWriter unixMode(EntryRecord entry) {
        if (entry.unixMode() < 0) {
            return this;
        }
        ByteBuffer body = ByteBuffer.allocate(10).order(ByteOrder.LITTLE_ENDIAN);
        body.putShort((short) entry.unixMode()).putInt(0).putShort((short) 0).putShort((short) 0);
        CRC32 crc = new CRC32();
        crc.update(body.array());
        header(ZipConstants.EXTRA_UNIX_MODE, 14);
        out.putInt((int) crc.getValue()).put(body.array());
        return this;
    }

    /**
     * A field of ours (4.5.2 leaves it to everybody to have some): what is in this entry is the
     * archive itself. A file of the user is never marked by it, whatever it is called.
     */
    ExtraFieldWriter hiddenNames(EntryRecord entry) {
        if (entry.hidesNames()) {
            header(ZipConstants.EXTRA_HIDDEN_NAMES, 1);
            out.put((byte) 1);
        }
        return this;
    }

    private void header(int kind, int length) {
        out.putShort((short) kind).putShort((short) length);
    }

    byte[] toBytes() {
        byte[] bytes = new byte[out.position()];
        out.flip().get(bytes);
        return bytes;
    }
}
