package app.lacuna.archive.iso;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LimitExceeded;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import app.lacuna.io.SourceInput;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What is in the image of a disc, of any writer: by Rock Ridge where it is there, by Joliet
 * otherwise, by the plain names where there is neither. The source stays the caller's.
 */
public final class IsoReader {
    private static final int MAX_DESCRIPTORS = 64;
    private static final int MAX_ENTRIES = 2_000_000;
    private static final int MAX_LEVELS = 1_000;

    private final ByteSource source;
    private final Volume volume;
    private final List<IsoEntry> entries = new ArrayList<>();
    private final Set<Long> visited = new HashSet<>();
    private long directoryBytes;

    /** What the descriptors say. */
    private record Volume(
            String label,
            String set,
            int number,
            int count,
            long blocks,
            long rootBlock,
            long rootBytes,
            String made) {}

    private enum Kind {
        PLAIN,
        JOLIET,
        ROCK_RIDGE
    }

    private IsoReader(ByteSource source, Volume volume) {
        this.source = source;
        this.volume = volume;
    }

    /** Whether there is an image at all. */
    public static boolean isImage(ByteSource source) throws IOException {
        ByteBuffer first = block(source, Iso.SYSTEM_BLOCKS);
        return first.limit() == Iso.BLOCK_BYTES && hasStandardId(first);
    }

    /**
     * @throws DamagedArchive if its descriptors or directories make no sense
     * @throws LimitExceeded if it has more entries than anybody wants
     */
    public static IsoReader open(ByteSource source) throws IOException {
        Optional<Volume> primary = Optional.empty();
        Optional<Volume> joliet = Optional.empty();
        for (int i = 0; i < MAX_DESCRIPTORS; i++) {
            ByteBuffer descriptor = block(source, Iso.SYSTEM_BLOCKS + i);
            if (descriptor.limit() < Iso.BLOCK_BYTES || !hasStandardId(descriptor)) {
                break;
            }
            int type = descriptor.get(0) & 0xff;
            if (type == Iso.TYPE_TERMINATOR) {
                break;
            } else if (type == Iso.TYPE_PRIMARY && primary.isEmpty()) {
                primary = Optional.of(volume(descriptor, false));
            } else if (type == Iso.TYPE_SUPPLEMENTARY && isJoliet(descriptor)) {
                joliet = Optional.of(volume(descriptor, true));
            }
        }
        if (primary.isEmpty()) {
            throw damaged(Iso.SYSTEM_BLOCKS);
        }
        Optional<Integer> skip = rockRidge(source, primary.get());
        boolean byJoliet = skip.isEmpty() && joliet.isPresent();
        IsoReader reader = new IsoReader(source, byJoliet ? joliet.get() : primary.get());
        Kind kind = byJoliet ? Kind.JOLIET : skip.isPresent() ? Kind.ROCK_RIDGE : Kind.PLAIN;
        reader.readAll(kind, skip.orElse(0));
        return reader;
    }

    private static boolean hasStandardId(ByteBuffer descriptor) {
        byte[] id = new byte[5];
        descriptor.get(1, id);
        return Arrays.equals(id, Iso.STANDARD_ID.getBytes(StandardCharsets.US_ASCII));
    }

    private static boolean isJoliet(ByteBuffer descriptor) {
        int level = descriptor.get(90);
        return descriptor.get(88) == '%'
                && descriptor.get(89) == '/'
                && (level == '@' || level == 'C' || level == 'E');
    }

    private static Volume volume(ByteBuffer descriptor, boolean joliet) {
        return new Volume(
                text(descriptor, 40, 32, joliet),
                text(descriptor, 190, 128, joliet),
                descriptor.getShort(124) & 0xffff,
                descriptor.getShort(120) & 0xffff,
                descriptor.getInt(80) & 0xffffffffL,
                descriptor.getInt(158) & 0xffffffffL,
                descriptor.getInt(166) & 0xffffffffL,
                text(descriptor, 813, 16, false));
    }

    private static String text(ByteBuffer from, int at, int length, boolean joliet) {
        byte[] bytes = new byte[length];
        from.get(at, bytes);
        return new String(bytes, joliet ? StandardCharsets.UTF_16BE : StandardCharsets.ISO_8859_1)
                .strip();
    }

    private static Optional<Integer> rockRidge(ByteSource source, Volume primary)
            throws IOException {
        ByteBuffer first = block(source, primary.rootBlock());
        int length = first.limit() > 0 ? first.get(0) & 0xff : 0;
        if (length > first.limit()) {
            return Optional.empty();
        }
        return DirectoryRecord.of(record(first, 0, length))
                .flatMap(self -> SystemUse.skipOf(self.use()));
    }

    public String label() {
        return volume.label();
    }

    /** The name of the set that the disc belongs to. */
    public String set() {
        return volume.set();
    }

    /** Of the disc in its set. */
    public int number() {
        return volume.number();
    }

    /** How many discs the set has. */
    public int count() {
        return volume.count();
    }

    /** When the volume was made: digits from the year down to hundredths of a second (8.4.26.1). */
    public String made() {
        return volume.made();
    }

    /** Folders before what is in them. */
    public List<IsoEntry> entries() {
        return Collections.unmodifiableList(entries);
    }

    /** Whether the image is shorter than the volume that it contains (8.4.8). */
    public boolean isCut() throws IOException {
        return source.size() < volume.blocks() * Iso.BLOCK_BYTES;
    }

    /**
     * The bytes of a file, one extent after another. The caller closes the stream.
     *
     * @throws DamagedArchive if the image ends before the file does
     */
    public InputStream open(IsoEntry entry) throws IOException {
        List<InputStream> parts = new ArrayList<>();
        for (IsoEntry.Extent extent : entry.extents()) {
            if (extent.position() + extent.length() > source.size()) {
                throw new DamagedArchive(Damage.CUT_SHORT, entry.path(), source.size());
            }
            parts.add(new SourceInput(source, extent.position(), extent.length()));
        }
        return parts.size() == 1
                ? parts.get(0)
                : new SequenceInputStream(Collections.enumeration(parts));
    }

    private record Open(String path, long block, long bytes, int level) {}

    private void readAll(Kind kind, int skip) throws IOException {
        Deque<Open> open = new ArrayDeque<>();
        open.add(new Open("", volume.rootBlock(), volume.rootBytes(), 1));
        visited.add(volume.rootBlock());
        while (!open.isEmpty()) {
            Open directory = open.remove();
            if (directory.level() > MAX_LEVELS) {
                throw damaged(directory.block());
            }
            new DirectoryReader(directory, kind, skip).read(open);
        }
    }

    /** One directory; what is a directory in it is read later. */
    private final class DirectoryReader {
        private final Open directory;
        private final Kind kind;
        private final int skip;
        private final List<IsoEntry.Extent> extents = new ArrayList<>();
        private long size;

        DirectoryReader(Open directory, Kind kind, int skip) {
            this.directory = directory;
            this.kind = kind;
            this.skip = skip;
        }

        void read(Deque<Open> open) throws IOException {
            directoryBytes += directory.bytes();
            if (directoryBytes > source.size()) {
                throw damaged(directory.block()); // directories that claim the same blocks
            }
            for (long done = 0; done < directory.bytes(); done += Iso.BLOCK_BYTES) {
                long number = directory.block() + done / Iso.BLOCK_BYTES;
                ByteBuffer block = block(source, number);
                if (block.limit() < Iso.BLOCK_BYTES) {
                    throw damaged(number);
                }
                for (int at = 0; at < block.limit(); ) {
                    int length = block.get(at) & 0xff;
                    if (length == 0) {
                        break; // the rest of this sector is empty
                    }
                    if (at + length > block.limit()) {
                        throw damaged(number);
                    }
                    Optional<DirectoryRecord> record =
                            DirectoryRecord.of(record(block, at, length));
                    take(record.orElseThrow(() -> damaged(number)), open);
                    at += length;
                }
            }
        }

        private void take(DirectoryRecord record, Deque<Open> open) throws IOException {
            if (record.isSelfOrParent()) {
                return;
            }
            if (!record.isDirectory()) {
                extents.add(new IsoEntry.Extent(record.block() * Iso.BLOCK_BYTES, record.bytes()));
                size += record.bytes();
                if (record.hasMoreExtents()) {
                    return;
                }
            }
            boolean rockRidge = kind == Kind.ROCK_RIDGE;
            SystemUse use =
                    SystemUse.of(source, rockRidge ? record.use() : ByteBuffer.allocate(0), skip);
            if (!use.isRelocated()) {
                add(record, use, open);
            }
            extents.clear();
            size = 0;
        }

        private void add(DirectoryRecord record, SystemUse use, Deque<Open> open)
                throws IOException {
            String path = directory.path() + name(record, use);
            boolean isFolder = record.isDirectory() || use.childBlock().isPresent();
            ItemKind kindOfItem =
                    isFolder
                            ? ItemKind.FOLDER
                            : use.target().isPresent() ? ItemKind.LINK : ItemKind.FILE;
            boolean isFile = kindOfItem == ItemKind.FILE;
            if (entries.size() >= MAX_ENTRIES) {
                throw new LimitExceeded(
                        LimitExceeded.Limit.ENTRIES, MAX_ENTRIES, entries.size() + 1L);
            }
            entries.add(
                    new IsoEntry(
                            path,
                            kindOfItem,
                            isFile ? size : 0,
                            use.modified().or(record::modified).orElse(Instant.EPOCH),
                            use.permissions(),
                            use.target(),
                            isFile && size > 0 ? extents : List.of()));
            if (isFolder) {
                open(record, use, path + "/", open);
            }
        }

        private void open(DirectoryRecord record, SystemUse use, String path, Deque<Open> open)
                throws IOException {
            long block = use.childBlock().orElse(record.block());
            if (!visited.add(block)) {
                throw damaged(block); // a folder that is in itself
            }
            long bytes = record.bytes();
            if (use.childBlock().isPresent()) {
                ByteBuffer own = block(source, block); // its first record is about itself
                if (own.limit() < Iso.RECORD_BYTES) {
                    throw damaged(block);
                }
                bytes = own.getInt(10) & 0xffffffffL;
            }
            open.add(new Open(path, block, bytes, directory.level() + 1));
        }

        private String name(DirectoryRecord record, SystemUse use) throws IOException {
            String name = use.name().orElseGet(() -> plainName(record));
            boolean usable =
                    !name.isEmpty()
                            && !name.equals(".")
                            && !name.equals("..")
                            && name.indexOf('/') < 0
                            && name.indexOf('\0') < 0;
            if (!usable) {
                throw damaged(directory.block());
            }
            return name;
        }

        /** Without the version, and the dot of files that have no extension. */
        private String plainName(DirectoryRecord record) {
            String id =
                    new String(
                            record.id(),
                            kind == Kind.JOLIET
                                    ? StandardCharsets.UTF_16BE
                                    : StandardCharsets.ISO_8859_1);
            int version = id.lastIndexOf(';');
            String name = version > 0 ? id.substring(0, version) : id;
            return name.length() > 1 && name.endsWith(".")
                    ? name.substring(0, name.length() - 1)
                    : name;
        }
    }

    private static ByteBuffer block(ByteSource source, long number) throws IOException {
        return Fields.at(source, number * Iso.BLOCK_BYTES, Iso.BLOCK_BYTES);
    }

    private static ByteBuffer record(ByteBuffer block, int at, int length) {
        return block.slice(at, length).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static DamagedArchive damaged(long block) {
        return new DamagedArchive(Damage.DIRECTORY, "", block * Iso.BLOCK_BYTES);
    }
}
