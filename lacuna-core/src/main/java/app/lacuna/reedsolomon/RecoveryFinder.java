package app.lacuna.reedsolomon;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Optional;

/**
 * Finds the header of a recovery file: at the front of the disc, or else from the end of the disc
 * backwards, since the file is the last one on it.
 */
public final class RecoveryFinder {
    private static final int BUFFER_SECTORS = 512;

    private RecoveryFinder() {}

    /** Empty if the disc has none, or all copies of it are lost. */
    public static Optional<RecoveryHeader> find(ByteSource disc, CancelToken cancel)
            throws IOException {
        SectorSource sectors = new SectorSource(disc);
        Optional<RecoveryHeader> atFront = front(sectors);
        if (atFront.isPresent()) {
            return atFront;
        }
        byte[] buffer = new byte[BUFFER_SECTORS * Sector.BYTES];
        for (long end = sectors.sectors(); end > 0; end -= BUFFER_SECTORS) {
            cancel.check();
            long first = Math.max(0, end - BUFFER_SECTORS);
            int count = (int) (end - first);
            BitSet lost = sectors.read(first, count, buffer, 0);
            for (int i = count - 1; i >= 0; i--) {
                int at = i * Sector.BYTES;
                Optional<RecoveryHeader> header =
                        lost.get(i)
                                ? Optional.empty()
                                : RecoveryHeader.of(
                                        Arrays.copyOfRange(buffer, at, at + Sector.BYTES));
                long place = first + i;
                if (header.filter(found -> standsAt(found, place)).isPresent()) {
                    return header;
                }
            }
        }
        return Optional.empty();
    }

    private static Optional<RecoveryHeader> front(SectorSource sectors) throws IOException {
        byte[] sector = new byte[Sector.BYTES];
        for (long place : RecoveryHeader.possibleFront()) {
            boolean read = place < sectors.sectors() && sectors.read(place, 1, sector, 0).isEmpty();
            Optional<RecoveryHeader> header = read ? RecoveryHeader.of(sector) : Optional.empty();
            if (header.filter(found -> standsAt(found, place)).isPresent()) {
                return header;
            }
        }
        return Optional.empty();
    }

    /** Of a recovery file by itself: it begins with its header. */
    public static Optional<RecoveryHeader> ofFile(ByteSource file) throws IOException {
        byte[] sector = new byte[Sector.BYTES];
        boolean lost = !new SectorSource(file).read(0, 1, sector, 0).isEmpty();
        return lost ? Optional.empty() : RecoveryHeader.of(sector);
    }

    /** A header inside a file that is on the disc, an image of another one, is not the disc's. */
    private static boolean standsAt(RecoveryHeader header, long sector) {
        return Arrays.stream(header.headers()).anyMatch(place -> place == sector);
    }
}
