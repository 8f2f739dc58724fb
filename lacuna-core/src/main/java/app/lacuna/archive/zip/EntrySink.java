package app.lacuna.archive.zip;

import app.lacuna.crypto.Authentication;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.Primitives;
import app.lacuna.crypto.RandomAccessCipher;
import app.lacuna.crypto.TraditionalCipher;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Optional;

/**
 * Takes the packed bytes of one large entry in order, encrypts and authenticates them and appends
 * them. Call order: {@link #write} any number of times or {@link #writeStored} once, {@link
 * #finish}, {@link #close}.
 */
final class EntrySink implements AutoCloseable {
    private final ZipOutput out;
    private final Optional<RandomAccessCipher> aes;
    private final Optional<Authentication> authentication;
    private final Optional<TraditionalCipher> traditional;
    private long position;

    private EntrySink(
            ZipOutput out,
            Optional<RandomAccessCipher> aes,
            Optional<Authentication> authentication,
            Optional<TraditionalCipher> traditional) {
        this.out = out;
        this.aes = aes;
        this.authentication = authentication;
        this.traditional = traditional;
    }

    static EntrySink open(ZipOutput out) {
        return new EntrySink(out, Optional.empty(), Optional.empty(), Optional.empty());
    }

    /** Begins with salt and verification value. */
    static EntrySink aes(ZipOutput out, EntryKeys keys, byte[] salt) throws IOException {
        out.write(salt);
        out.write(keys.verificationValue());
        return new EntrySink(
                out,
                Optional.of(new RandomAccessCipher(keys, Primitives.fastest())),
                Optional.of(new Authentication(keys, Primitives.fastest())),
                Optional.empty());
    }

    /**
     * Begins with the encryption header. With a data descriptor its last byte is the upper one of
     * the time (common practice, no source), since the checksum is not known yet.
     */
    static EntrySink traditional(
            ZipOutput out, TraditionalCipher cipher, byte[] random, int dosTime)
            throws IOException {
        byte[] header = java.util.Arrays.copyOf(random, TraditionalCipher.HEADER_BYTES);
        header[TraditionalCipher.HEADER_BYTES - 1] = (byte) (dosTime >>> 8);
        cipher.encrypt(header, 0, header.length);
        out.write(header);
        return new EntrySink(out, Optional.empty(), Optional.empty(), Optional.of(cipher));
    }

    /** Encrypts in place. */
    void write(byte[] bytes, int offset, int length) throws IOException {
        aes.ifPresent(cipher -> cipher.combineAt(position, bytes, offset, length));
        traditional.ifPresent(cipher -> cipher.encrypt(bytes, offset, length));
        append(bytes, offset, length);
    }

    /** What is stored has its place from the start, so the workers encrypt it. */
    void writeStored(Blocks blocks) throws IOException {
        if (aes.isPresent()) {
            blocks.worked(
                    (at, bytes, length) -> aes.get().combineAt(at, bytes, 0, length), this::append);
        } else {
            blocks.plain(this::write);
        }
    }

    private void append(byte[] bytes, int offset, int length) throws IOException {
        authentication.ifPresent(code -> code.update(bytes, offset, length));
        out.write(bytes, offset, length);
        position += length;
    }

    /** For what packs in one piece; the arrays it is given are not changed. */
    OutputStream asStream() {
        return new OutputStream() {
            @Override
            public void write(int one) throws IOException {
                write(new byte[] {(byte) one}, 0, 1);
            }

            @Override
            public void write(byte[] bytes, int offset, int length) throws IOException {
                byte[] copy = java.util.Arrays.copyOfRange(bytes, offset, offset + length);
                EntrySink.this.write(copy, 0, length);
                java.util.Arrays.fill(copy, (byte) 0);
            }
        };
    }

    void finish() throws IOException {
        if (authentication.isPresent()) {
            out.write(authentication.get().code());
        }
    }

    @Override
    public void close() {
        aes.ifPresent(RandomAccessCipher::close);
        traditional.ifPresent(TraditionalCipher::close);
    }
}
