package app.lacuna.compression;

import java.util.zip.Deflater;

/**
 * Deflates the blocks of a large file independently of each other, so that they can be packed at
 * the same time and joined to one stream (RFC 1951). Every block starts with the 32 KiB before it
 * as its dictionary, so matches reach back as they would in one piece; every block but the last
 * ends with an empty stored block, which brings it to a whole byte and costs about five bytes.
 *
 * <p>One thread at a time. Closing gives native memory back.
 */
public final class BlockDeflater implements AutoCloseable {
    /** How far deflate looks back. */
    public static final int DICTIONARY_BYTES = 1 << 15;

    private final Deflater deflater;

    public BlockDeflater(Level level) {
        this.deflater = new Deflater(level.deflateLevel(), true);
    }

    /**
     * @param bytes the dictionary, {@code dictionary} bytes long, and the block right behind it
     * @return the packed bytes
     */
    public ByteRun deflate(byte[] bytes, int dictionary, int length, boolean last) {
        deflater.reset();
        if (dictionary > 0) {
            deflater.setDictionary(bytes, 0, dictionary);
        }
        deflater.setInput(bytes, dictionary, length);
        ByteRun packed = new ByteRun(length / 2 + 64);
        if (last) {
            deflater.finish();
            while (!deflater.finished()) {
                packed.ensureRoom();
                packed.added(deflater.deflate(packed.bytes(), packed.length(), packed.room()));
            }
            return packed;
        }
        int count;
        do {
            packed.ensureRoom();
            count =
                    deflater.deflate(
                            packed.bytes(), packed.length(), packed.room(), Deflater.SYNC_FLUSH);
            packed.added(count);
        } while (count > 0 && packed.room() == 0);
        return packed;
    }

    @Override
    public void close() {
        deflater.end();
    }
}
