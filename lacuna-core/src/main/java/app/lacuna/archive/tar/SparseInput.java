package app.lacuna.archive.tar;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;

/** A file with its holes, out of what is stored of it. */
final class SparseInput extends InputStream {
    private final InputStream stored;
    private final SparseMap map;
    private int piece;
    private long position;

    SparseInput(InputStream stored, SparseMap map) {
        this.stored = stored;
        this.map = map;
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (position == map.size()) {
            return -1;
        }
        while (piece < map.pieces().size() && map.pieces().get(piece).end() <= position) {
            piece++;
        }
        boolean behind = piece == map.pieces().size();
        long start = behind ? map.size() : map.pieces().get(piece).start();
        if (position < start) {
            int zeros = (int) Math.min(length, start - position);
            Arrays.fill(bytes, offset, offset + zeros, (byte) 0);
            position += zeros;
            return zeros;
        }
        int wanted = (int) Math.min(length, map.pieces().get(piece).end() - position);
        int count = stored.read(bytes, offset, wanted);
        if (count < 0) {
            throw new EOFException();
        }
        position += count;
        return count;
    }

    @Override
    public void close() throws IOException {
        stored.close();
    }
}
