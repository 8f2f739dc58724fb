package app.lacuna.archive.tar;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.Form;
import app.lacuna.archive.Limits;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.openpgp.PgpForm;
import app.lacuna.archive.openpgp.PgpMessage;
import app.lacuna.archive.openpgp.PgpOutput;
import app.lacuna.common.Secret;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.FileSources;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Optional;

/** Opens and writes TAR archives, in OpenPGP messages and without. */
public final class TarArchives {
    private static final int BUFFER_BYTES = 1 << 18;

    private TarArchives() {}

    /** By what it is, whatever it is called. */
    public static boolean isOne(Path file) throws IOException {
        try (FileSource source = new FileSource(file)) {
            return PgpMessage.isMessage(source) || isTar(source);
        }
    }

    private static boolean isTar(ByteSource source) throws IOException {
        Optional<Wrapping> wrapping = Wrapping.of(Wrapping.start(source));
        if (wrapping.isEmpty() || wrapping.get() == Wrapping.NONE) {
            return wrapping.isPresent();
        }
        try (InputStream in = wrapping.get().open(new SourceBytes(source).from(0))) {
            byte[] start = in.readNBytes(2 * TarHeader.BLOCK);
            return Wrapping.of(start).equals(Optional.of(Wrapping.NONE));
        } catch (IOException | RuntimeException e) {
            return false;
        }
    }

    /** The caller closes the reader. */
    public static ArchiveReader open(Path file, Limits limits) throws IOException {
        return open(file, limits, FileSources.Way.AS_THE_SYSTEM_LIKES);
    }

    /** From the device itself, where that is possible. The caller closes the reader. */
    public static TarArchiveReader openForProof(Path file) throws IOException {
        return open(file, Limits.NONE, FileSources.Way.PAST_CACHE);
    }

    private static TarArchiveReader open(Path file, Limits limits, FileSources.Way way)
            throws IOException {
        ByteSource source = FileSources.open(file, way);
        try {
            return new TarReader(file, source, PgpMessage.isMessage(source), limits);
        } catch (IOException | RuntimeException e) {
            source.close();
            throw e;
        }
    }

    /**
     * As a backup. The target stays open.
     *
     * @param password composed; not kept
     */
    public static ArchiveWriter write(
            FileChannel target, PackOptions options, Secret password, SecureRandom random)
            throws IOException {
        PgpForm form = options.form() == Form.BACKUP ? PgpForm.CURRENT : PgpForm.FOR_OLDER_TOOLS;
        OutputStream buffered =
                new BufferedOutputStream(Channels.newOutputStream(target), BUFFER_BYTES);
        OutputStream message = new PgpOutput(buffered, password, form, random);
        return new TarWriter(new Ended(message, buffered), options.method(), options.level());
    }

    /** At its end the message ends, and all of it is in the file, which stays open. */
    private static final class Ended extends OutputStream {
        private final OutputStream message;
        private final OutputStream buffered;

        Ended(OutputStream message, OutputStream buffered) {
            this.message = message;
            this.buffered = buffered;
        }

        @Override
        public void write(int one) throws IOException {
            message.write(one);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            message.write(bytes, offset, length);
        }

        @Override
        public void close() throws IOException {
            message.close();
            buffered.flush();
        }
    }
}
