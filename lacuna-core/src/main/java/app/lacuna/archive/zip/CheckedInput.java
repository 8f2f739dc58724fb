package app.lacuna.archive.zip;

import app.lacuna.compression.Decompression;
import app.lacuna.compression.Method;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.BufferInput;
import java.io.BufferedInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;

/**
 * The contents of an entry. Holds what comes out against the size and checksum of the headers, and
 * never gives out its last bytes before everything has been checked.
 */
final class CheckedInput extends BufferInput {
    private final PackedInput packed;
    private final EntryRecord entry;
    private final String path;
    private final Runnable onWhole;
    private final CRC32 crc = new CRC32();
    private @Nullable InputStream contents;
    private long size;
    private boolean done;

    /**
     * @param packed decrypted but still compressed
     * @param onWhole told when everything has been read and found right
     */
    CheckedInput(InputStream packed, EntryRecord entry, String path, Runnable onWhole) {
        this.packed = new PackedInput(packed);
        this.entry = entry;
        this.path = path;
        this.onWhole = onWhole;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (done) {
            return -1;
        }
        int count = unpack(bytes, offset, length);
        if (count < 0) {
            finish();
            return -1;
        }
        size += count;
        if (size > entry.size()) {
            throw causeOf(Damage.SIZE);
        }
        crc.update(bytes, offset, count);
        if (size == entry.size()) {
            requireEnd(); // before the last bytes are given out
        }
        return count;
    }

    private void requireEnd() throws IOException {
        byte[] more = new byte[1];
        if (unpack(more, 0, 1) >= 0) {
            throw causeOf(Damage.SIZE);
        }
        finish();
    }

    private int unpack(byte[] bytes, int offset, int length) throws IOException {
        try {
            if (contents == null) {
                contents = decompression();
            }
            return contents.read(bytes, offset, length);
        } catch (IOException | RuntimeException e) {
            if (packed.failure().isPresent()) {
                throw packed.failure().get();
            }
            if (e instanceof CancellationException cancelled) {
                throw cancelled;
            }
            DamagedArchive damage = causeOf(Damage.COMPRESSED_DATA);
            damage.initCause(e);
            throw damage;
        }
    }

    private InputStream decompression() throws IOException {
        Method method = MethodCodes.method(entry.method()).orElseThrow();
        boolean endMarked =
                method == Method.LZMA && (entry.flags() & ZipConstants.FLAG_LZMA_END) != 0;
        boolean ownBuffer = method == Method.STORED || method == Method.DEFLATE;
        InputStream in = ownBuffer ? packed : new BufferedInputStream(packed, 1 << 15);
        return Decompression.open(method, in, endMarked ? -1 : entry.size());
    }

    private void finish() throws IOException {
        drain();
        if (size != entry.size()) {
            throw damaged(Damage.SIZE);
        }
        boolean hasChecksum = entry.aesVersion() != 2;
        if (hasChecksum && (int) crc.getValue() != entry.crc()) {
            throw damaged(Damage.CHECKSUM);
        }
        done = true;
        onWhole.run();
    }

    /** Reads what the decompression had no need of, up to the authentication code. */
    private void drain() throws IOException {
        byte[] rest = new byte[1 << 13];
        while (packed.read(rest) >= 0) {
            // only its end matters
        }
    }

    /** If the authentication code does not match either, that is the true cause. */
    private DamagedArchive causeOf(Damage symptom) throws IOException {
        drain();
        return damaged(symptom);
    }

    private DamagedArchive damaged(Damage damage) {
        return new DamagedArchive(damage, path, entry.headerOffset());
    }

    @Override
    public void close() throws IOException {
        try {
            if (contents != null) {
                contents.close();
            }
        } finally {
            packed.close();
        }
    }

    /**
     * Remembers its own trouble, so that it can be told from a decompressor's: a disk that fails,
     * damage that the authentication code shows.
     */
    private static final class PackedInput extends FilterInputStream {
        private Optional<IOException> failure = Optional.empty();

        PackedInput(InputStream in) {
            super(in);
        }

        Optional<IOException> failure() {
            return failure;
        }

        @Override
        public int read() throws IOException {
            try {
                return super.read();
            } catch (IOException e) {
                failure = Optional.of(e);
                throw e;
            }
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            try {
                return super.read(bytes, offset, length);
            } catch (IOException e) {
                failure = Optional.of(e);
                throw e;
            }
        }
    }
}
