package app.lacuna.archive.tar;

import app.lacuna.compression.Decompression;
import app.lacuna.compression.Method;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Optional;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorInputStream;
import org.apache.commons.compress.compressors.gzip.GzipCompressorInputStream;

/** What a TAR archive is packed in, told by its first bytes. */
enum Wrapping {
    NONE(Method.STORED),
    GZIP(Method.DEFLATE, 0x1f, 0x8b),
    BZIP2(Method.BZIP2, 'B', 'Z', 'h'),
    XZ(Method.XZ, 0xfd, '7', 'z', 'X', 'Z', 0),
    ZSTD(Method.ZSTD, 0x28, 0xb5, 0x2f, 0xfd);

    private final Method method;
    private final byte[] magic;

    Wrapping(Method method, int... magic) {
        this.method = method;
        this.magic = new byte[magic.length];
        for (int i = 0; i < magic.length; i++) {
            this.magic[i] = (byte) magic[i];
        }
    }

    Method method() {
        return method;
    }

    static byte[] magic(Method method) {
        return Arrays.stream(values())
                .filter(each -> each.method == method)
                .findFirst()
                .orElseThrow()
                .magic;
    }

    /** Empty if it is neither a TAR archive nor anything that one is packed in. */
    static Optional<Wrapping> of(byte[] start) {
        for (Wrapping each : values()) {
            boolean fits =
                    start.length >= each.magic.length
                            && Arrays.equals(each.magic, Arrays.copyOf(start, each.magic.length));
            if (each != NONE && fits) {
                return Optional.of(each);
            }
        }
        return TarHeader.isHeader(start) ? Optional.of(NONE) : Optional.empty();
    }

    /** As much of the beginning as is looked at. */
    static byte[] start(ByteSource source) throws IOException {
        ByteBuffer read = Fields.at(source, 0, 2 * TarHeader.BLOCK);
        byte[] start = new byte[read.remaining()];
        read.get(start);
        return start;
    }

    /** What comes out. Several that follow each other are one, as in all of these formats. */
    InputStream open(InputStream packed) throws IOException {
        InputStream in = new BufferedInputStream(packed, 1 << 16);
        try {
            return switch (this) {
                case NONE -> in;
                case GZIP ->
                        GzipCompressorInputStream.builder()
                                .setInputStream(in)
                                .setDecompressConcatenated(true)
                                .get();
                case BZIP2 -> new BZip2CompressorInputStream(in, true);
                case XZ, ZSTD -> Decompression.open(method, in, -1);
            };
        } catch (RuntimeException e) {
            throw new IOException("the compressed data makes no sense", e);
        }
    }
}
