package app.lacuna.compression;

import com.github.luben.zstd.ZstdInputStreamNoFinalizer;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorInputStream;
import org.apache.commons.compress.compressors.deflate64.Deflate64CompressorInputStream;
import org.tukaani.xz.LZMAInputStream;
import org.tukaani.xz.XZInputStream;

/**
 * Gets the bytes back. Whatever the packed bytes say, no more memory is taken than {@link
 * #MAX_MEMORY_BYTES}. Each library reports bad data by an {@code IOException} of its own; a few
 * also by runtime exceptions, which become one too.
 */
public final class Decompression {
    /** Enough for the largest dictionaries that usual writers use (64 MiB). */
    public static final int MAX_MEMORY_BYTES = 128 << 20;

    private static final int ZSTD_WINDOW_LOG = 27; // 2^27 bytes are the same 128 MiB

    private Decompression() {}

    /**
     * @param packed closed together with the result
     * @param size of the contents, or -1 where the data has its own end mark
     */
    public static InputStream open(Method method, InputStream packed, long size)
            throws IOException {
        try {
            return switch (method) {
                case STORED -> packed;
                case DEFLATE -> new Inflating(packed);
                case DEFLATE64 -> new Deflate64CompressorInputStream(packed);
                case BZIP2 -> new BZip2CompressorInputStream(packed);
                case LZMA -> lzma(packed, size);
                case ZSTD -> zstd(packed);
                case XZ -> new XZInputStream(packed, MAX_MEMORY_BYTES >> 10);
            };
        } catch (RuntimeException e) {
            throw new IOException("the compressed data makes no sense", e);
        }
    }

    /** APPNOTE.TXT 5.8.8: two bytes of version, two of the properties' length, the properties. */
    private static InputStream lzma(InputStream packed, long size) throws IOException {
        byte[] header = packed.readNBytes(9);
        if (header.length < 9 || header[2] != 5 || header[3] != 0) {
            throw new EOFException("no LZMA properties");
        }
        long dictionary = 0;
        for (int i = 3; i >= 0; i--) {
            dictionary = dictionary << 8 | header[5 + i] & 0xff;
        }
        if (dictionary > MAX_MEMORY_BYTES) {
            throw new IOException("the dictionary is larger than is read here");
        }
        return new LZMAInputStream(packed, size, header[4], (int) dictionary);
    }

    private static InputStream zstd(InputStream packed) throws IOException {
        ZstdInputStreamNoFinalizer in = new ZstdInputStreamNoFinalizer(packed);
        in.setLongMax(ZSTD_WINDOW_LOG);
        return in;
    }

    /** Gives its native memory back when it is closed. */
    private static final class Inflating extends InflaterInputStream {
        Inflating(InputStream packed) {
            super(packed, new Inflater(true), 1 << 15);
        }

        @Override
        public void close() throws IOException {
            inf.end();
            super.close();
        }
    }
}
