package app.lacuna.archive.tar;

import app.lacuna.compression.Decompression;
import app.lacuna.compression.Method;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.io.InputStream;
import java.lang.ref.SoftReference;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReferenceArray;

/** The TAR archive out of its frames, at any place. Safe to use from several threads. */
final class FramedSource implements ByteSource {
    private static final int SLOTS = 16;

    /** Larger frames than are ever written here are a trap. */
    private static final int LARGEST_FRAME = 64 << 20;

    private final ByteSource packed;
    private final Method method;
    private final Frames frames;
    private final long size;
    private final AtomicReferenceArray<SoftReference<Frame>> recent =
            new AtomicReferenceArray<>(SLOTS);
    private final Object[] locks = new Object[SLOTS];

    private record Frame(int number, byte[] bytes) {}

    /**
     * @param frames of which the last ends where the TAR archive does
     */
    FramedSource(ByteSource packed, Method method, Frames frames, long size) {
        this.packed = packed;
        this.method = method;
        this.frames = frames;
        this.size = size;
        Arrays.setAll(locks, i -> new Object());
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= size) {
            return -1;
        }
        int number = frames.at(position);
        if (number < 0) {
            throw new DamagedArchive(Damage.DIRECTORY, "", position); // no frame begins so early
        }
        byte[] bytes = frame(number);
        int offset = (int) (position - frames.plain(number));
        int count = Math.min(into.remaining(), bytes.length - offset);
        into.put(bytes, offset, count);
        return count;
    }

    private byte[] frame(int number) throws IOException {
        int slot = number % SLOTS;
        synchronized (locks[slot]) { // two that want the same one need it once
            SoftReference<Frame> kept = recent.get(slot);
            Frame known = kept == null ? null : kept.get();
            if (known == null || known.number() != number) {
                known = new Frame(number, unpacked(number));
                recent.set(slot, new SoftReference<>(known));
            }
            return known.bytes();
        }
    }

    private byte[] unpacked(int number) throws IOException {
        boolean last = number + 1 == frames.count();
        long end = last ? size : frames.plain(number + 1);
        long length = end - frames.plain(number);
        long packedEnd = last ? packed.size() : frames.packed(number + 1);
        long start = frames.packed(number);
        if (length <= 0 || length > LARGEST_FRAME || start < 0 || packedEnd <= start) {
            throw new DamagedArchive(Damage.DIRECTORY, "", start);
        }
        try (SourceInput in = new SourceInput(packed, start, packedEnd - start);
                InputStream plain = Decompression.open(method, in, -1)) {
            byte[] bytes = plain.readNBytes((int) length);
            if (bytes.length < length || plain.read() >= 0) {
                throw new DamagedArchive(Damage.COMPRESSED_DATA, "", start);
            }
            return bytes;
        } catch (RuntimeException e) {
            throw new IOException("the compressed data makes no sense", e);
        }
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isPastCache() {
        return packed.isPastCache();
    }

    /** Lets go of what is kept; the packed bytes stay open. */
    @Override
    public void close() {
        for (int i = 0; i < SLOTS; i++) {
            SoftReference<Frame> kept = recent.getAndSet(i, null);
            Frame frame = kept == null ? null : kept.get();
            if (frame != null) {
                Arrays.fill(frame.bytes(), (byte) 0);
            }
        }
    }
}
