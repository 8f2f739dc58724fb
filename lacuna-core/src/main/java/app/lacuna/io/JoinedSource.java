package app.lacuna.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/** Sources one after another, as one run of bytes. Closing it closes all of them. */
public final class JoinedSource implements ByteSource {
    private final List<ByteSource> pieces;
    private final List<Long> starts = new ArrayList<>();
    private final long size;

    public JoinedSource(List<? extends ByteSource> pieces) throws IOException {
        this.pieces = List.copyOf(pieces);
        long next = 0;
        for (ByteSource piece : pieces) {
            starts.add(next);
            next += piece.size();
        }
        this.size = next;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= size) {
            return -1;
        }
        int index = indexAt(position);
        long offset = position - starts.get(index);
        int wanted = (int) Math.min(into.remaining(), pieces.get(index).size() - offset);
        ByteBuffer window = into.duplicate().limit(into.position() + wanted);
        int count = pieces.get(index).read(window, offset);
        if (count > 0) {
            into.position(into.position() + count);
        }
        return count;
    }

    private int indexAt(long position) {
        int index = pieces.size() - 1;
        while (starts.get(index) > position) {
            index--;
        }
        return index;
    }

    /** Where a piece begins, -1 if there is no such piece. */
    public long start(int index) {
        return index < starts.size() ? starts.get(index) : -1;
    }

    int count() {
        return pieces.size();
    }

    @Override
    public boolean isThere(long position, long length) {
        if (position < 0 || position >= size) {
            return true; // what is not in it is another trouble
        }
        int last = indexAt(Math.min(size, position + Math.max(1, length)) - 1);
        for (int index = indexAt(position); index <= last; index++) {
            if (!pieces.get(index).isThere(0, 1)) {
                return false;
            }
        }
        return true;
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isPastCache() {
        return pieces.stream().allMatch(ByteSource::isPastCache);
    }

    @Override
    public void close() throws IOException {
        IOException failure = null;
        for (ByteSource piece : pieces) {
            try {
                piece.close();
            } catch (IOException e) {
                failure = e;
            }
        }
        if (failure != null) {
            throw failure;
        }
    }
}
