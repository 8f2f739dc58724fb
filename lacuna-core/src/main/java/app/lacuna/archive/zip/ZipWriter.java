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
 * Writes a ZIP archive. Where the target can go back, headers are written before the data with
 * empty sizes and patched afterwards; where it can not, small entries are packed in memory first
 * and large ones get a data descriptor. Memory stays bounded: only what the central directory needs
 * is kept of each entry.
 */
public final class ZipWriter implements ArchiveWriter {
    /** From here on sizes get 64 bits from the start: packing may add a little to the contents. */
    private static final long ZIP64_FROM = 0xF000_0000L;

    /** Small entries get complete headers even where it is not possible to go back. */
    private static final long IN_MEMORY_UP_TO = 1 << 20;

    private static final int BUFFER_BYTES = 1 << 16;

    private final ZipOutput out;
    private final Optional<AesStrength> strength;
    private final Optional<KeyDerivation> password;
    private final SecureRandom random;
    private final Level level;
    private final Deflater deflater;
    private final List<EntryRecord> written = new ArrayList<>();
    private final byte[] buffer = new byte[BUFFER_BYTES];
    private final MemoryOutput memory = new MemoryOutput();

    /**
     * @param target empty; it stays open when the writer is closed
     * @param password present exactly if the options protect; not kept
     */
    public ZipWriter(
            FileChannel target,
            PackOptions options,
            Optional<Secret> password,
            SecureRandom random) {
        this(new ChannelOutput(target), options, password, random);
    }

    ZipWriter(ZipOutput out, PackOptions options, Optional<Secret> password, SecureRandom random) {
        if (options.protection().needsPassword() != password.isPresent()) {
            throw new IllegalArgumentException("a password goes with protection, and only with it");
        }
        this.out = out;
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
                forgetFrom(start);
                entry = write(item, true, onRead);
            }
            written.add(entry);
            return entry.size();
        } catch (SourceUnreadable e) {
            forgetFrom(start);
            throw e;
        }
    }

    /** Where it is not possible to go back, bytes stay that no directory will mention. */
    private void forgetFrom(long position) throws IOException {
        if (out.canGoBack()) {
            out.truncate(position);
        }
    }

    private static boolean isLarge(EntryRecord entry) {
        return Math.max(entry.size(), entry.packedSize()) >= ZipConstants.MAX_32;
    }

    private EntryRecord write(FileItem item, boolean zip64, LongConsumer onRead)
            throws IOException {
        if (out.canGoBack()) {
            return writePatched(item, out, zip64, onRead);
        }
        return item.size() <= IN_MEMORY_UP_TO
                ? writeByMemory(item, onRead)
                : writeWithDescriptor(item, zip64, onRead);
    }

    /** The header first, with empty sizes; then the data; then the header again. */
    private EntryRecord writePatched(
            FileItem item, ZipOutput target, boolean zip64, LongConsumer onRead)
            throws IOException {
        EntryRecord entry = blankRecord(item).at(target.position());
        target.write(HeaderWriter.local(entry, zip64));
        if (item.kind() == ItemKind.FOLDER) {
            return entry;
        }
        EntryRecord full = writeData(item, entry, target, onRead);
        target.patch(entry.headerOffset(), HeaderWriter.local(full, zip64));
        return full;
    }

    private EntryRecord writeByMemory(FileItem item, LongConsumer onRead) throws IOException {
        memory.truncate(0);
        EntryRecord entry = writePatched(item, memory, false, onRead);
        long place = out.position();
        memory.moveTo(out);
        return entry.at(place);
    }

    private EntryRecord writeWithDescriptor(FileItem item, boolean zip64, LongConsumer onRead)
            throws IOException {
        EntryRecord entry =
                blankRecord(item).withFlag(ZipConstants.FLAG_DATA_DESCRIPTOR).at(out.position());
        out.write(HeaderWriter.local(entry, zip64));
        EntryRecord full = writeData(item, entry, out, onRead);
        out.write(HeaderWriter.descriptor(full, zip64));
        return full;
    }

    private EntryRecord writeData(
            FileItem item, EntryRecord entry, ZipOutput target, LongConsumer onRead)
            throws IOException {
        try (EntryDataWriter data = dataWriter(entry, target)) {
            copy(item, data, onRead);
            data.finish();
            int crc = entry.aes().isPresent() ? 0 : data.crc();
            return entry.withData(crc, data.packedSize(), data.size());
        }
    }

    private EntryDataWriter dataWriter(EntryRecord entry, ZipOutput target) throws IOException {
        Optional<Deflater> packing =
                entry.method() == ZipConstants.METHOD_DEFLATE
                        ? Optional.of(deflater)
                        : Optional.empty();
        return entry.aes().isPresent()
                ? EntryDataWriter.protectedWith(
                        target, packing, password.orElseThrow(), entry.aes().get(), random)
                : EntryDataWriter.open(target, packing);
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
                0);
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
        forgetFrom(last.headerOffset());
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
