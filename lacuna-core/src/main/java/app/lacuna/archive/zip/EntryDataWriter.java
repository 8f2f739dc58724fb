package app.lacuna.archive.zip;

import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.cipher.KeyDerivation;
import app.lacuna.cipher.SealedStream;
import java.io.IOException;
import java.security.SecureRandom;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.Deflater;

/**
 * The data of one entry: contents in, packed and encrypted bytes out. Call order: {@link #write}
 * any number of times, {@link #finish}, {@link #close}.
 */
final class EntryDataWriter implements AutoCloseable {
    private static final int BUFFER_BYTES = 1 << 16;

    private final ZipOutput out;
    private final Optional<Deflater> deflater;
    private final Optional<SealedStream> seal;
    private final CRC32 crc = new CRC32();
    private final byte[] packed = new byte[BUFFER_BYTES];
    private final byte[] sealed = new byte[BUFFER_BYTES];
    private final long start;
    private long size;

    private EntryDataWriter(
            ZipOutput out, Optional<Deflater> deflater, Optional<SealedStream> seal) {
        this.out = out;
        this.deflater = deflater;
        this.seal = seal;
        this.start = out.position();
    }

    static EntryDataWriter open(ZipOutput out, Optional<Deflater> deflater) {
        return new EntryDataWriter(out, deflater, Optional.empty());
    }

    /** Begins with a new salt and the verification value. */
    static EntryDataWriter protectedWith(
            ZipOutput out,
            Optional<Deflater> deflater,
            KeyDerivation password,
            AesStrength strength,
            SecureRandom random)
            throws IOException {
        byte[] salt = new byte[strength.saltBytes()];
        random.nextBytes(salt);
        try (EntryKeys keys = EntryKeys.derive(password, strength, salt)) {
            EntryDataWriter writer =
                    new EntryDataWriter(out, deflater, Optional.of(new SealedStream(keys)));
            out.write(salt);
            out.write(keys.verificationValue());
            return writer;
        }
    }

    void write(byte[] bytes, int offset, int length) throws IOException {
        crc.update(bytes, offset, length);
        size += length;
        if (deflater.isEmpty()) {
            emit(bytes, offset, length);
            return;
        }
        deflater.get().setInput(bytes, offset, length);
        while (!deflater.get().needsInput()) {
            emit(packed, 0, deflater.get().deflate(packed));
        }
    }

    void finish() throws IOException {
        if (deflater.isPresent()) {
            deflater.get().finish();
            while (!deflater.get().finished()) {
                emit(packed, 0, deflater.get().deflate(packed));
            }
        }
        if (seal.isPresent()) {
            out.write(seal.get().code());
        }
    }

    private void emit(byte[] bytes, int offset, int length) throws IOException {
        if (seal.isEmpty()) {
            out.write(bytes, offset, length);
            return;
        }
        for (int done = 0; done < length; done += sealed.length) {
            int count = Math.min(length - done, sealed.length);
            seal.get().encrypt(bytes, offset + done, count, sealed);
            out.write(sealed, 0, count);
        }
    }

    /** CRC-32 of the contents. */
    int crc() {
        return (int) crc.getValue();
    }

    /** Bytes of contents. */
    long size() {
        return size;
    }

    /** Bytes in the archive, with salt, verification value and code. */
    long packedSize() {
        return out.position() - start;
    }

    @Override
    public void close() {
        deflater.ifPresent(Deflater::reset);
        seal.ifPresent(SealedStream::close);
        java.util.Arrays.fill(packed, (byte) 0);
    }
}
