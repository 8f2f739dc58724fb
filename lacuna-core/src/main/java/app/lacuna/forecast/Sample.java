package app.lacuna.forecast;

import app.lacuna.archive.PackOptions;
import app.lacuna.compression.BlockDeflater;
import app.lacuna.compression.Compressibility;
import app.lacuna.compression.Compressing;
import app.lacuna.compression.Method;
import app.lacuna.selection.FileItem;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.LinkOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;

/** Packs a piece of a file exactly as it will be packed, and throws the result away. */
final class Sample {
    /** A large file is looked at in pieces of this size; what is smaller, as a whole. */
    static final int PIECE_BYTES = 1 << 18;

    /** Of one file: more are not looked at, however large it is. */
    private static final int MOST_PLACES = 2_000;

    private final PackOptions options;

    Sample(PackOptions options) {
        this.options = options;
    }

    /** A piece of a file. */
    record Place(FileItem item, long position, int length) {}

    record Result(FileItem item, long plain, long packed, boolean wholeFile) {}

    /** All pieces, or as many as are worth it, spread evenly. */
    static List<Place> places(FileItem item) {
        List<Place> places = new ArrayList<>();
        long pieces = (item.size() + PIECE_BYTES - 1) / PIECE_BYTES;
        long step = PIECE_BYTES * Math.max(1, pieces / MOST_PLACES);
        for (long at = 0; at < item.size(); at += step) {
            places.add(new Place(item, at, (int) Math.min(PIECE_BYTES, item.size() - at)));
        }
        return places;
    }

    /** A file that can not be read counts as if it could not be made smaller. */
    Result measure(Place place) {
        boolean whole = place.length() == place.item().size();
        try {
            return new Result(place.item(), place.length(), packed(place), whole);
        } catch (IOException e) {
            return new Result(place.item(), place.length(), place.length(), whole);
        }
    }

    private long packed(Place place) throws IOException {
        if (options.method() == Method.STORED) {
            return place.length();
        }
        int dictionary = (int) Math.min(BlockDeflater.DICTIONARY_BYTES, place.position());
        byte[] bytes = new byte[dictionary + place.length()];
        int read = read(place, dictionary, bytes);
        int length = Math.max(0, read - dictionary);
        try {
            if (!Compressibility.isWorthIt(tail(bytes, dictionary, length), length)) {
                return place.length();
            }
            long packed =
                    options.method() == Method.DEFLATE
                            ? deflated(bytes, dictionary, length)
                            : inOnePiece(bytes, dictionary, length);
            return Math.min(packed, place.length());
        } finally {
            Arrays.fill(bytes, (byte) 0);
        }
    }

    private static byte[] tail(byte[] bytes, int from, int length) {
        return from == 0 ? bytes : Arrays.copyOfRange(bytes, from, from + length);
    }

    private static int read(Place place, int dictionary, byte[] bytes) throws IOException {
        try (FileChannel channel =
                FileChannel.open(
                        place.item().source(),
                        Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS))) {
            ByteBuffer into = ByteBuffer.wrap(bytes);
            long from = place.position() - dictionary;
            while (into.hasRemaining() && channel.read(into, from + into.position()) > 0) {
                // until full or at the end of the file
            }
            return into.position();
        }
    }

    private long deflated(byte[] bytes, int dictionary, int length) {
        try (BlockDeflater deflater = new BlockDeflater(options.level())) {
            return deflater.deflate(bytes, dictionary, length, true).length();
        }
    }

    private long inOnePiece(byte[] bytes, int dictionary, int length) throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (OutputStream out =
                Compressing.open(options.method(), options.level(), length, packed)) {
            out.write(bytes, dictionary, length);
        }
        return packed.size();
    }
}
