package app.lacuna.io;

import app.lacuna.crypto.SegmentCodes;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.VolumeMissing;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * Ciphertext that has one authentication code for all of it, read in parts: a segment at a time,
 * each held against what it was when it was read first. As soon as the whole has been checked
 * ({@link #pin}), every byte that comes out is one that was checked.
 */
public final class PinnedSource implements ByteSource {
    /** Segments that were read last stay in memory, encrypted as they are. */
    private static final int SLOTS = 16;

    private final WindowSource source;
    private final SegmentCodes codes;
    private final DamagedArchive onChange;
    private final AtomicReferenceArray<Segment> recent = new AtomicReferenceArray<>(SLOTS);

    private record Segment(int number, byte[] bytes) {}

    /**
     * @param onChange what is to be thrown when something is not what it was
     */
    public PinnedSource(WindowSource source, SegmentCodes codes, DamagedArchive onChange) {
        this.source = source;
        this.codes = codes;
        this.onChange = onChange;
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= source.size()) {
            return -1;
        }
        int number = (int) (position / codes.segmentBytes());
        byte[] segment = segment(number);
        int offset = (int) (position % codes.segmentBytes());
        int count = Math.min(into.remaining(), segment.length - offset);
        if (count <= 0) {
            return -1; // the file has become shorter
        }
        into.put(segment, offset, count);
        return count;
    }

    private byte[] segment(int number) throws IOException {
        int slot = number % SLOTS;
        Segment known = recent.get(slot);
        if (known != null && known.number() == number) {
            return known.bytes();
        }
        long start = (long) number * codes.segmentBytes();
        int length = (int) Math.min(codes.segmentBytes(), source.size() - start);
        ByteBuffer read = Fields.at(source, start, length);
        byte[] bytes = new byte[read.remaining()];
        read.get(bytes);
        if (!codes.isAsBefore(number, bytes, bytes.length)) {
            throw onChange;
        }
        recent.set(slot, new Segment(number, bytes));
        return bytes;
    }

    /** Receives the ciphertext once in its order while its authentication code is worked out. */
    public final class Pinning {
        private final byte[] segment = new byte[codes.segmentBytes()];
        private int filled;
        private int number;

        /**
         * @throws DamagedArchive if a part was read before and was something else
         */
        public void accept(byte[] bytes, int length) throws DamagedArchive {
            int done = 0;
            while (done < length) {
                int count = Math.min(length - done, segment.length - filled);
                System.arraycopy(bytes, done, segment, filled, count);
                filled += count;
                done += count;
                if (filled == segment.length) {
                    finish();
                }
            }
        }

        /** The last segment may be shorter. */
        public void finish() throws DamagedArchive {
            if (filled > 0 && !codes.isAsBefore(number, segment, filled)) {
                throw onChange;
            }
            number++;
            filled = 0;
        }
    }

    public Pinning pin() {
        return new Pinning();
    }

    @Override
    public long size() {
        return source.size();
    }

    @Override
    public int parts() {
        return source.parts();
    }

    @Override
    public long partStart(int part) {
        return source.partStart(part);
    }

    @Override
    public VolumeMissing swapped(int part) {
        return source.swapped(part);
    }

    @Override
    public void close() {
        source.close();
    }
}
