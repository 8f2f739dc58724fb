package app.lacuna.archive.openpgp;

import app.lacuna.error.Damage;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The contents of a packet, which may be in pieces with a length before each (RFC 9580, 4.2.1.4),
 * as if they stood in one. Closing it leaves the source open.
 */
final class PacketBody implements ByteSource {
    private static final int MOST_PIECES = 1 << 24;
    private static final int ASKED = 32;

    private final ByteSource source;
    private final Pieces pieces;
    private final long size;
    private final long end;

    /** Where pieces lie: all of one length but the last, or each of its own. */
    private interface Pieces {
        /** Of the piece that has this byte of the contents. */
        int pieceAt(long position);

        /** In the contents. */
        long start(int piece);

        /** In the source. */
        long place(int piece);

        long length(int piece);
    }

    private PacketBody(ByteSource source, Pieces pieces, int count) {
        this.source = source;
        this.pieces = pieces;
        int last = count - 1;
        this.size = pieces.start(last) + pieces.length(last);
        this.end = pieces.place(last) + pieces.length(last);
    }

    static PacketBody of(ByteSource source, PacketHeader header) throws IOException {
        if (header.length() > source.size() - header.body()) {
            throw PacketHeader.damaged(Damage.CUT_SHORT, source.size());
        }
        if (!header.partial()) {
            return new PacketBody(source, new Even(header, header.length(), 0), 1);
        }
        Even even = even(source, header);
        return even != null
                ? new PacketBody(source, even, even.whole() + 1)
                : uneven(source, header);
    }

    /**
     * Pieces of one length up to the end of the source, as nearly every writer makes them: then
     * nothing has to be read to know where they are. Null if they do not seem to be.
     */
    private static @Nullable Even even(ByteSource source, PacketHeader header) throws IOException {
        long step = header.length() + 1;
        for (int fields : new int[] {1, 2, 5}) {
            long rest = source.size() - header.body() + 1 - fields;
            long whole = rest / step;
            if (whole < 1 || whole >= Integer.MAX_VALUE) {
                continue;
            }
            Even tried = new Even(header, rest % step, (int) whole).lastAfter(fields);
            if (fits(source, tried, fields)) {
                return tried;
            }
        }
        return null;
    }

    private static boolean fits(ByteSource source, Even tried, int fields) throws IOException {
        PacketHeader.Length last =
                PacketHeader.nextLength(source, tried.place(tried.whole()) - fields);
        if (last.partial() || last.fields() != fields || last.bytes() != tried.last()) {
            return false;
        }
        int step = Math.max(1, tried.whole() / ASKED);
        for (int piece = 1; piece < tried.whole(); piece += step) {
            PacketHeader.Length length = PacketHeader.nextLength(source, tried.place(piece) - 1);
            if (!length.partial() || length.bytes() != tried.each()) {
                return false;
            }
        }
        return true;
    }

    /**
     * @param each the length of all but the last
     * @param last the length of the last
     * @param whole how many there are before the last
     * @param lastFields how many bytes tell the length of the last
     */
    private record Even(long body, long each, long last, int whole, int lastFields)
            implements Pieces {
        Even(PacketHeader header, long last, int whole) {
            this(header.body(), header.length(), last, whole, 1);
        }

        Even lastAfter(int fields) {
            return new Even(body, each, last, whole, fields);
        }

        @Override
        public int pieceAt(long position) {
            return each == 0 ? 0 : (int) Math.min(whole, position / each);
        }

        @Override
        public long start(int piece) {
            return piece * each;
        }

        @Override
        public long place(int piece) {
            long usual = body + piece * (each + 1);
            return piece > 0 && piece == whole ? usual - 1 + lastFields : usual;
        }

        @Override
        public long length(int piece) {
            return piece == whole ? last : each;
        }
    }

    private static PacketBody uneven(ByteSource source, PacketHeader header) throws IOException {
        long[] starts = new long[64];
        long[] places = new long[64];
        int count = 0;
        long start = 0;
        long place = header.body();
        PacketHeader.Length length = new PacketHeader.Length(header.length(), 1, true);
        while (true) {
            if (count + 1 == MOST_PIECES) {
                throw new UnsupportedFeature("an OpenPGP packet in very small pieces", "");
            }
            if (count + 1 == starts.length) {
                starts = Arrays.copyOf(starts, 2 * count + 2);
                places = Arrays.copyOf(places, 2 * count + 2);
            }
            starts[count] = start;
            places[count] = place;
            count++;
            start += length.bytes();
            place += length.bytes();
            if (place > source.size()) {
                throw PacketHeader.damaged(Damage.CUT_SHORT, source.size());
            }
            if (!length.partial()) {
                break;
            }
            length = PacketHeader.nextLength(source, place);
            place += length.fields();
        }
        starts[count] = start;
        return new PacketBody(source, new Uneven(starts, places, count), count);
    }

    private record Uneven(long[] starts, long[] places, int count) implements Pieces {
        @Override
        public int pieceAt(long position) {
            int found = Arrays.binarySearch(starts, 0, count, position);
            int piece = found >= 0 ? found : -found - 2;
            while (piece + 1 < count && starts[piece + 1] == position) {
                piece++; // those before it are empty
            }
            return piece;
        }

        @Override
        public long start(int piece) {
            return starts[piece];
        }

        @Override
        public long place(int piece) {
            return places[piece];
        }

        @Override
        public long length(int piece) {
            return starts[piece + 1] - starts[piece];
        }
    }

    /** Where the packet ends in the source. */
    long end() {
        return end;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= size) {
            return -1;
        }
        int piece = pieces.pieceAt(position);
        long within = position - pieces.start(piece);
        int count = (int) Math.min(into.remaining(), pieces.length(piece) - within);
        ByteBuffer window = into.duplicate().limit(into.position() + count);
        int read = source.read(window, pieces.place(piece) + within);
        if (read > 0) {
            into.position(into.position() + read);
        }
        return read;
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isPastCache() {
        return source.isPastCache();
    }

    @Override
    public void close() {
        // the source belongs to whoever opened it
    }
}
