package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.PackOptions;
import app.lacuna.base.Secret;
import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.KeyDerivation;
import app.lacuna.compression.Level;
import app.lacuna.failure.SourceUnreadable;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import java.util.zip.Deflater;

/**
 * Writes a ZIP archive to a seekable target. Headers are written before the data with empty sizes
 * and patched afterwards, so there are no data descriptors and memory stays bounded. Only what the
 * central directory needs is kept of each entry.
 */
public final class ZipWriter implements ArchiveWriter {
    /** From here on sizes get 64 bits from the start: packing may add a little to the contents. */
    private static final long ZIP64_FROM = 0xF000_0000L;

    private static final int BUFFER_BYTES = 1 << 16;

    private final ChannelOutput out;
    private final Optional<AesStrength> strength;
    private final Optional<KeyDerivation> password;
    private final SecureRandom random;
    private final Level level;
    private final Deflater deflater;
    private final List<EntryRecord> written = new ArrayList<>();
    private final byte[] buffer = new byte[BUFFER_BYTES];

    /**
     * @param target empty; it stays open when the writer is closed
     * @param password present exactly if the options protect; not kept
     */
    public ZipWriter(
            FileChannel target,
            PackOptions options,
            Optional<Secret> password,
            SecureRandom random) {
        if (options.protection().needsPassword() != password.isPresent()) {
            throw new IllegalArgumentException("a password goes with protection, and only with it");
        }
        this.out = new ChannelOutput(target);
        this.strength = options.protection().strength();
        this.password = password.map(secret -> secret.withUtf8(KeyDerivation::new));
        this.random = random;
        this.level = options.level();
        this.deflater = new Deflater(level.deflateLevel(), true);
    }

    @Override
    public long add(FileItem item, LongConsumer onRead) throws IOException {
        long start = out.position();
        try {
            EntryRecord entry = write(item, item.size() >= ZIP64_FROM, onRead);
            if (isLarge(entry) && item.size() < ZIP64_FROM) {
                out.truncate(start);
                entry = write(item, true, onRead);
            }
            written.add(entry);
            return entry.size();
        } catch (SourceUnreadable e) {
            out.truncate(start);
            throw e;
        }
    }

    private static boolean isLarge(EntryRecord entry) {
        return Math.max(entry.size(), entry.packedSize()) >= ZipConstants.MAX_32;
    }

    private EntryRecord write(FileItem item, boolean zip64, LongConsumer onRead)
            throws IOException {
        EntryRecord entry = blankRecord(item);
        out.write(HeaderWriter.local(entry, zip64));
        if (item.kind() == ItemKind.FOLDER) {
            return entry;
        }
        try (EntryDataWriter data = dataWriter(entry)) {
            copy(item, data, onRead);
            data.finish();
            int crc = entry.aes().isPresent() ? 0 : data.crc();
            EntryRecord full = entry.withData(crc, data.packedSize(), data.size());
            out.patch(entry.headerOffset(), HeaderWriter.local(full, zip64));
            return full;
        }
    }

    private EntryDataWriter dataWriter(EntryRecord entry) throws IOException {
        Optional<Deflater> packing =
                entry.method() == ZipConstants.METHOD_DEFLATE
                        ? Optional.of(deflater)
                        : Optional.empty();
        return entry.aes().isPresent()
                ? EntryDataWriter.protectedWith(
                        out, packing, password.orElseThrow(), entry.aes().get(), random)
                : EntryDataWriter.open(out, packing);
    }

    private void copy(FileItem item, EntryDataWriter data, LongConsumer onRead) throws IOException {
        try (InputStream in = openSource(item)) {
            int count;
            while ((count = readSource(item, in)) > 0) {
                data.write(buffer, 0, count);
                onRead.accept(count);
            }
        } finally {
            Arrays.fill(buffer, (byte) 0);
        }
    }

    private static InputStream openSource(FileItem item) throws IOException {
        try {
            return ItemContents.open(item);
        } catch (IOException e) {
            throw new SourceUnreadable(item.source(), e);
        }
    }

    private int readSource(FileItem item, InputStream in) throws IOException {
        try {
            return in.read(buffer);
        } catch (IOException e) {
            throw new SourceUnreadable(item.source(), e);
        }
    }

    private EntryRecord blankRecord(FileItem item) {
        boolean folder = item.kind() == ItemKind.FOLDER;
        boolean sealed = strength.isPresent() && !folder;
        String path = folder ? item.path() + "/" : item.path();
        return new EntryRecord(
                path.getBytes(StandardCharsets.UTF_8),
                ZipConstants.FLAG_UTF8 | (sealed ? ZipConstants.FLAG_ENCRYPTED : 0),
                methodFor(item),
                sealed ? strength : Optional.empty(),
                sealed ? 2 : 0,
                0,
                0,
                0,
                DosTime.encode(item.modified(), ZoneId.systemDefault()),
                timestamp(item.modified()),
                unixMode(item),
                out.position());
    }

    /** Links and empty files have nothing to compress. */
    private int methodFor(FileItem item) {
        boolean deflate = level != Level.STORE && item.kind() == ItemKind.FILE && item.size() > 0;
        return deflate ? ZipConstants.METHOD_DEFLATE : ZipConstants.METHOD_STORED;
    }

    private static Optional<Long> timestamp(Instant modified) {
        long seconds = modified.getEpochSecond();
        return seconds == (int) seconds ? Optional.of(seconds) : Optional.empty();
    }

    private static int unixMode(FileItem item) {
        return switch (item.kind()) {
            case FILE -> ZipConstants.TYPE_FILE | permissions(item, 0644);
            case FOLDER -> ZipConstants.TYPE_FOLDER | permissions(item, 0755);
            case LINK -> ZipConstants.TYPE_LINK | permissions(item, 0777);
        };
    }

    private static int permissions(FileItem item, int otherwise) {
        return item.permissions() == FileItem.NO_PERMISSIONS ? otherwise : item.permissions();
    }

    @Override
    public void takeBackLast() throws IOException {
        EntryRecord last = written.remove(written.size() - 1);
        out.truncate(last.headerOffset());
    }

    @Override
    public void finish() throws IOException {
        long directoryOffset = out.position();
        for (EntryRecord entry : written) {
            out.write(HeaderWriter.central(entry));
        }
        long directorySize = out.position() - directoryOffset;
        out.write(EndWriter.end(written.size(), directoryOffset, directorySize));
        out.flush();
    }

    @Override
    public void close() {
        deflater.end();
        password.ifPresent(KeyDerivation::close);
        Arrays.fill(buffer, (byte) 0);
    }
}
