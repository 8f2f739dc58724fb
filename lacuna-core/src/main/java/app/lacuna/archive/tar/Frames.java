package app.lacuna.archive.tar;

import java.util.Arrays;

/**
 * Where each separately compressed stretch begins, in the TAR archive and in what it was packed
 * into. Whoever does not know of them reads all of them as one.
 */
final class Frames {
    private long[] plain = new long[16];
    private long[] packed = new long[16];
    private int count;

    void add(long plainStart, long packedStart) {
        if (count == plain.length) {
            plain = Arrays.copyOf(plain, 2 * count);
            packed = Arrays.copyOf(packed, 2 * count);
        }
        plain[count] = plainStart;
        packed[count] = packedStart;
        count++;
    }

    int count() {
        return count;
    }

    /** The one that has this byte of the TAR archive. */
    int at(long position) {
        int found = Arrays.binarySearch(plain, 0, count, position);
        return found >= 0 ? found : -found - 2;
    }

    long plain(int frame) {
        return plain[frame];
    }

    long packed(int frame) {
        return packed[frame];
    }
}
