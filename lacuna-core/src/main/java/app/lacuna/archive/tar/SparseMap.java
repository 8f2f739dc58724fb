package app.lacuna.archive.tar;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.LinkOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Where a file has contents: everything else is holes. Written as version 1.0 of the sparse format
 * has it: numbers in lines, filled up to whole blocks, before the contents.
 *
 * @param pieces in their order
 * @param size of the whole file
 */
record SparseMap(List<Piece> pieces, long size) {
    /** Shorter runs of zeros are not worth a line. */
    static final int HOLE = 1 << 16;

    /** Smaller files gain nothing. */
    private static final long WORTH_IT = 1 << 20;

    private static final int PROBES = 64;
    private static final int MOST_PIECES = 1 << 22;
    private static final int LONGEST_NUMBER = 20;

    record Piece(long start, long length) {
        long end() {
            return start + length;
        }
    }

    long stored() {
        return pieces.stream().mapToLong(Piece::length).sum();
    }

    /**
     * Of a file on disk; empty if it seems to have no holes. Java does not say where they are, so a
     * few places are looked at first, and the file is read whole only if one of them is zeros.
     */
    static Optional<SparseMap> of(FileItem file) throws IOException {
        if (file.size() < WORTH_IT || !hasZeros(file)) {
            return Optional.empty();
        }
        List<Piece> pieces = new ArrayList<>();
        byte[] buffer = new byte[HOLE];
        long position = 0;
        try (InputStream in = ItemContents.open(file)) {
            int count;
            while (position < file.size()
                    && (count = in.readNBytes(buffer, 0, buffer.length)) > 0) {
                if (!isZero(buffer, count)) {
                    add(pieces, position, count);
                }
                position += count;
            }
        }
        SparseMap map = new SparseMap(pieces, position);
        return map.stored() + HOLE < position ? Optional.of(map) : Optional.empty();
    }

    private static void add(List<Piece> pieces, long start, long length) {
        int last = pieces.size() - 1;
        if (last >= 0 && pieces.get(last).end() == start) {
            Piece before = pieces.get(last);
            pieces.set(last, new Piece(before.start(), before.length() + length));
        } else {
            pieces.add(new Piece(start, length));
        }
    }

    private static boolean hasZeros(FileItem file) throws IOException {
        ByteBuffer probe = ByteBuffer.allocate(4096);
        try (FileChannel channel =
                FileChannel.open(
                        file.source(), StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS)) {
            for (int i = 0; i < PROBES; i++) {
                probe.clear();
                long at = file.size() / PROBES * i / 4096 * 4096;
                int count = channel.read(probe, at);
                if (count == probe.capacity() && isZero(probe.array(), count)) {
                    return true;
                }
            }
        }
        return false;
    }

    private static boolean isZero(byte[] bytes, int length) {
        for (int i = 0; i < length; i++) {
            if (bytes[i] != 0) {
                return false;
            }
        }
        return true;
    }

    byte[] bytes() {
        StringBuilder lines = new StringBuilder().append(pieces.size() + 1).append('\n');
        for (Piece piece : pieces) {
            lines.append(piece.start()).append('\n').append(piece.length()).append('\n');
        }
        lines.append(size).append("\n0\n"); // where the file ends
        byte[] text = lines.toString().getBytes(StandardCharsets.US_ASCII);
        return Arrays.copyOf(text, text.length + TarHeader.padding(text.length));
    }

    /**
     * Reads the map that stands before the contents.
     *
     * @param size what the headers say of the whole file
     */
    static SparseMap read(InputStream in, long size) throws IOException {
        long read = 0;
        int[] counter = new int[1];
        long count = number(in, counter);
        if (count > MOST_PIECES) {
            throw new MalformedTar();
        }
        List<Piece> pieces = new ArrayList<>();
        for (long i = 0; i < count; i++) {
            long start = number(in, counter);
            long length = number(in, counter);
            if (start < read || length > size - start) {
                throw new MalformedTar();
            }
            if (length > 0) {
                pieces.add(new Piece(start, length));
            }
            read = start + length;
        }
        in.skipNBytes(TarHeader.padding(counter[0]));
        return new SparseMap(pieces, size);
    }

    private static long number(InputStream in, int[] counter) throws IOException {
        long value = 0;
        for (int digits = 0; digits < LONGEST_NUMBER; digits++) {
            int next = in.read();
            counter[0]++;
            if (next == '\n' && digits > 0) {
                return value;
            }
            if (next < '0' || next > '9' || value > Long.MAX_VALUE / 10 - 9) {
                break;
            }
            value = 10 * value + next - '0';
        }
        throw new MalformedTar();
    }
}
