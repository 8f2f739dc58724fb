package app.lacuna.compression;

import com.github.luben.zstd.ZstdOutputStreamNoFinalizer;
import java.io.IOException;
import java.io.OutputStream;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorOutputStream;
import org.tukaani.xz.LZMA2Options;
import org.tukaani.xz.XZ;
import org.tukaani.xz.XZOutputStream;

/** Packs a stream from its beginning to its end, by any method that is written. */
public final class Compressing {
    private Compressing() {}

    /**
     * Closing the stream ends the packed data; {@code out} stays open.
     *
     * @param size of the contents; no more memory is taken than it needs
     */
    public static OutputStream open(Method method, Level level, long size, OutputStream out)
            throws IOException {
        OutputStream open = new StaysOpen(out);
        return switch (method) {
            case DEFLATE -> new Deflating(open, level);
            case ZSTD -> zstd(open, level);
            case XZ -> new XZOutputStream(open, xz(level, size), XZ.CHECK_CRC32);
            case BZIP2 -> new BZip2CompressorOutputStream(open);
            default -> throw new IllegalArgumentException("not written: " + method);
        };
    }

    private static OutputStream zstd(OutputStream out, Level level) throws IOException {
        int zstdLevel =
                switch (level) {
                    case STORE, FAST -> 1;
                    case BALANCED -> 5;
                    case SMALL -> 15;
                };
        return new ZstdOutputStreamNoFinalizer(out, zstdLevel).setCloseFrameOnFlush(false);
    }

    private static LZMA2Options xz(Level level, long size) throws IOException {
        LZMA2Options options =
                new LZMA2Options(
                        switch (level) {
                            case STORE, FAST -> 1;
                            case BALANCED -> 4;
                            case SMALL -> 6;
                        });
        long enough = Math.max(LZMA2Options.DICT_SIZE_MIN, size);
        options.setDictSize((int) Math.min(options.getDictSize(), enough));
        return options;
    }

    private static final class Deflating extends DeflaterOutputStream {
        Deflating(OutputStream out, Level level) {
            super(out, new Deflater(level.deflateLevel(), true), 1 << 15);
        }

        @Override
        public void close() throws IOException {
            super.close();
            def.end();
        }
    }

    private static final class StaysOpen extends OutputStream {
        private final OutputStream out;

        StaysOpen(OutputStream out) {
            this.out = out;
        }

        @Override
        public void write(int one) throws IOException {
            write(new byte[] {(byte) one}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            out.write(bytes, offset, length);
        }
    }
}
