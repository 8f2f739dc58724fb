package app.lacuna.io;

import com.sun.nio.file.ExtendedOpenOption;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;

/**
 * The bytes of a file as the device has them, past what the system keeps in memory: only so does
 * reading back show that something has been written. The system wants whole blocks for it, so a
 * stretch is read at a time and given out in parts. Holds nothing that is not in the file.
 */
final class DirectSource implements ByteSource {
    private static final int STRETCH_BYTES = 1 << 20;

    private final FileChannel channel;
    private final int blockBytes;
    private final long size;
    private final Queue<Stretch> idle;

    /** Some bytes of the file, in memory. One thread at a time has it. */
    static final class Stretch {
        private final ByteBuffer bytes;
        private long start = -1;
        private int length;

        Stretch(int blockBytes) {
            bytes =
                    ByteBuffer.allocateDirect(STRETCH_BYTES + blockBytes)
                            .alignedSlice(blockBytes)
                            .limit(STRETCH_BYTES)
                            .slice();
        }

        boolean has(long position) {
            return start >= 0 && position >= start && position < start + length;
        }
    }

    /**
     * @throws IOException if it can not be read in this way
     */
    DirectSource(Path file) throws IOException {
        this(file, new ConcurrentLinkedQueue<>());
    }

    /**
     * @param idle where stretches are kept that nobody reads at the moment
     */
    DirectSource(Path file, Queue<Stretch> idle) throws IOException {
        this.idle = idle;
        try {
            channel = FileChannel.open(file, StandardOpenOption.READ, ExtendedOpenOption.DIRECT);
        } catch (UnsupportedOperationException e) {
            throw new IOException("not on this file system", e);
        }
        try {
            blockBytes = Math.toIntExact(Files.getFileStore(file).getBlockSize());
            size = channel.size();
            if (Integer.bitCount(blockBytes) != 1 || blockBytes > STRETCH_BYTES) {
                throw new IOException("blocks of an odd size");
            }
            if (size > 0) {
                read(ByteBuffer.allocate(1), 0); // some systems refuse only here
            }
        } catch (IOException | RuntimeException e) {
            channel.close();
            throw e instanceof IOException failure ? failure : new IOException(e);
        }
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= size) {
            return -1;
        }
        Stretch stretch = stretchWith(position);
        int offset = (int) (position - stretch.start);
        int count = Math.min(into.remaining(), stretch.length - offset);
        into.put(stretch.bytes.duplicate().position(offset).limit(offset + count));
        idle.add(stretch);
        return count;
    }

    private Stretch stretchWith(long position) throws IOException {
        Stretch other = null;
        for (Stretch next : idle.toArray(new Stretch[0])) {
            if (next.has(position) && idle.remove(next)) {
                if (next.has(position)) {
                    return next;
                }
                // Somebody has had it meanwhile and filled it with something else.
                return filled(next, position);
            }
            other = next;
        }
        return filled(
                other != null && idle.remove(other) ? other : new Stretch(blockBytes), position);
    }

    private Stretch filled(Stretch stretch, long position) throws IOException {
        fill(stretch, position / STRETCH_BYTES * STRETCH_BYTES);
        if (!stretch.has(position)) {
            throw new IOException("the file has become shorter");
        }
        return stretch;
    }

    /** A read may end early; only whole blocks can be gone on from. */
    private void fill(Stretch stretch, long start) throws IOException {
        ByteBuffer bytes = stretch.bytes.clear();
        stretch.length = 0;
        stretch.start = start;
        int before = -1;
        while (bytes.hasRemaining() && bytes.position() > before) {
            before = bytes.position();
            if (channel.read(bytes, start + before) <= 0) {
                break;
            }
            stretch.length = bytes.position();
            boolean ends = start + bytes.position() >= size;
            if (ends) {
                break;
            }
            bytes.position(bytes.position() / blockBytes * blockBytes);
        }
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isPastCache() {
        return true;
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
