package app.lacuna.archive.tar;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * One header block (POSIX.1-2001, pax, "ustar Interchange Format"), with the numbers of other
 * writers too: base 256, and checksums over signed bytes.
 *
 * @param type the typeflag
 * @param linkName the target of a link
 */
record TarHeader(
        String name,
        int mode,
        long owner,
        long group,
        long size,
        long seconds,
        char type,
        String linkName,
        String ownerName,
        String groupName) {
    static final int BLOCK = 512;
    static final char FILE = '0';
    static final char HARD_LINK = '1';
    static final char LINK = '2';
    static final char FOLDER = '5';
    static final char PAX = 'x';
    static final char PAX_GLOBAL = 'g';
    static final char GNU_LONG_NAME = 'L';
    static final char GNU_LONG_LINK = 'K';
    static final char GNU_SPARSE = 'S';

    static final int NAME_BYTES = 100;
    static final int OWNER_NAME_BYTES = 31;

    /** Seven and eleven octal digits. */
    static final long LARGEST_ID = 07777777L;

    static final long LARGEST_SIZE = 077777777777L;

    private static final int CHECKSUM = 148;
    private static final int CHECKSUM_BYTES = 8;
    private static final int MAGIC = 257;
    private static final int PREFIX = 345;
    private static final int PREFIX_BYTES = 155;

    /** Whether it is a header: the checksum is right. */
    static boolean isHeader(byte[] block) {
        try {
            return block.length >= BLOCK && !isZero(block) && hasChecksum(block);
        } catch (MalformedTar e) {
            return false;
        }
    }

    static boolean isZero(byte[] block) {
        for (byte each : block) {
            if (each != 0) {
                return false;
            }
        }
        return true;
    }

    static TarHeader parse(byte[] block) throws MalformedTar {
        if (!hasChecksum(block)) {
            throw new MalformedTar();
        }
        String name = text(block, 0, NAME_BYTES);
        boolean ustar = block[MAGIC] == 'u' && block[MAGIC + 1] == 's' && block[MAGIC + 5] == 0;
        if (ustar && block[PREFIX] != 0) {
            name = text(block, PREFIX, PREFIX_BYTES) + "/" + name;
        }
        char type = (char) (block[156] & 0xff);
        return new TarHeader(
                name,
                (int) number(block, 100, 8) & 07777,
                number(block, 108, 8),
                number(block, 116, 8),
                number(block, 124, 12),
                number(block, 136, 12),
                type == 0 || type == '7' ? FILE : type,
                text(block, 157, NAME_BYTES),
                text(block, 265, 32),
                text(block, 297, 32));
    }

    private static boolean hasChecksum(byte[] block) throws MalformedTar {
        long unsigned = 0;
        long signed = 0;
        for (int i = 0; i < BLOCK; i++) {
            byte each = i >= CHECKSUM && i < CHECKSUM + CHECKSUM_BYTES ? (byte) ' ' : block[i];
            unsigned += each & 0xff;
            signed += each;
        }
        long told = number(block, CHECKSUM, CHECKSUM_BYTES);
        return told == unsigned || told == signed;
    }

    private static String text(byte[] block, int at, int length) {
        int end = at;
        while (end < at + length && block[end] != 0) {
            end++;
        }
        return TarText.of(Arrays.copyOfRange(block, at, end));
    }

    /** Octal with blanks or zeros around it; or binary, with the first bit set. */
    static long number(byte[] block, int at, int length) throws MalformedTar {
        if ((block[at] & 0x80) != 0) {
            long value = block[at] == (byte) 0xff ? -1 : block[at] & 0x7f;
            for (int i = 1; i < length; i++) {
                if (value > Long.MAX_VALUE >> 8 || value < Long.MIN_VALUE >> 8) {
                    throw new MalformedTar();
                }
                value = value << 8 | block[at + i] & 0xff;
            }
            return value;
        }
        long value = 0;
        int i = at;
        while (i < at + length && block[i] == ' ') {
            i++;
        }
        while (i < at + length && block[i] >= '0' && block[i] <= '7') {
            value = value << 3 | block[i] - '0';
            i++;
        }
        if (i < at + length && block[i] != ' ' && block[i] != 0) {
            throw new MalformedTar();
        }
        return value;
    }

    /** Numbers that do not fit are in extended records before it, and stand as 0 here. */
    byte[] bytes() {
        byte[] block = new byte[BLOCK];
        put(block, 0, NAME_BYTES, name);
        octal(block, 100, 8, mode);
        octal(block, 108, 8, fits(owner, LARGEST_ID));
        octal(block, 116, 8, fits(group, LARGEST_ID));
        octal(block, 124, 12, fits(size, LARGEST_SIZE));
        octal(block, 136, 12, fits(seconds, LARGEST_SIZE));
        Arrays.fill(block, CHECKSUM, CHECKSUM + CHECKSUM_BYTES, (byte) ' ');
        block[156] = (byte) type;
        put(block, 157, NAME_BYTES, linkName);
        put(block, MAGIC, 6, "ustar");
        block[263] = '0';
        block[264] = '0';
        put(block, 265, OWNER_NAME_BYTES, ownerName);
        put(block, 297, OWNER_NAME_BYTES, groupName);
        octal(block, 329, 8, 0);
        octal(block, 337, 8, 0);
        long sum = 0;
        for (byte each : block) {
            sum += each & 0xff;
        }
        octal(block, CHECKSUM, 7, sum);
        return block;
    }

    private static long fits(long value, long largest) {
        return value >= 0 && value <= largest ? value : 0;
    }

    private static void put(byte[] block, int at, int length, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        System.arraycopy(bytes, 0, block, at, Math.min(length, bytes.length));
    }

    /** Digits up to the last byte but one, which ends them. */
    private static void octal(byte[] block, int at, int length, long value) {
        String digits = Long.toOctalString(value);
        int first = at + length - 1 - digits.length();
        Arrays.fill(block, at, first, (byte) '0');
        put(block, first, digits.length(), digits);
        block[at + length - 1] = 0;
    }

    /** How many bytes follow contents up to the next block. */
    static int padding(long size) {
        return (int) (-size & BLOCK - 1);
    }
}
