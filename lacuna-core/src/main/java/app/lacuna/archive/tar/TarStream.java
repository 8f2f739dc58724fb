package app.lacuna.archive.tar;

import static java.util.Objects.requireNonNull;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.ItemKind;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/**
 * Goes through a TAR archive from any of its entries on. Call order: {@link #next}, then {@link
 * #contents} once or not at all. What was not read is passed over.
 */
final class TarStream {
    /** An extended header holds names and attributes, none of which is larger than 64 KiB or so. */
    private static final int LARGEST_EXTENSION = 16 << 20;

    private static final String ATTRIBUTE = "SCHILY.xattr.user.";
    private static final String ATTRIBUTE_64 = "LIBARCHIVE.xattr.user.";

    private final InputStream in;
    private final String entry;
    private PaxRecords global = new PaxRecords();
    private long position;
    private long left;
    private long start;
    private @Nullable TarEntry current;

    /**
     * @param position where in the archive the stream begins: before an entry
     */
    TarStream(InputStream in, long position) {
        this(in, position, "");
    }

    /**
     * @param entry which one it is read for, for words
     */
    TarStream(InputStream in, long position, String entry) {
        this.in = in;
        this.position = position;
        this.entry = entry;
    }

    /** Where the headers of the current entry begin. */
    long start() {
        return start;
    }

    /** How far it has been read. */
    long position() {
        return position;
    }

    /** Empty at the mark that ends the archive. */
    Optional<TarEntry> next() throws IOException {
        passOver();
        start = position;
        try {
            current = read();
            return Optional.ofNullable(current);
        } catch (MalformedTar e) {
            DamagedArchive damaged = new DamagedArchive(Damage.DIRECTORY, entry, start);
            damaged.initCause(e);
            throw damaged;
        }
    }

    private void passOver() throws IOException {
        long behind = left + (current == null ? 0 : TarHeader.padding(current.stored()));
        left = 0;
        current = null;
        skip(behind);
    }

    private void skip(long count) throws IOException {
        long rest = count;
        byte[] buffer = new byte[(int) Math.min(1 << 16, Math.max(1, rest))];
        while (rest > 0) {
            long skipped = in.skip(rest);
            if (skipped <= 0) {
                int read = in.read(buffer, 0, (int) Math.min(buffer.length, rest));
                if (read < 0) {
                    throw cut();
                }
                skipped = read;
            }
            rest -= skipped;
            position += skipped;
        }
    }

    private @Nullable TarEntry read() throws IOException {
        PaxRecords own = new PaxRecords();
        Optional<String> longName = Optional.empty();
        Optional<String> longLink = Optional.empty();
        while (true) {
            byte[] block = block();
            if (TarHeader.isZero(block)) {
                Optional<byte[]> following = afterZeroBlock();
                if (following.isEmpty()) {
                    return null;
                }
                block = following.get();
            }
            TarHeader header = TarHeader.parse(block);
            if (header.size() < 0) {
                throw new MalformedTar();
            }
            switch (header.type()) {
                case TarHeader.PAX -> own = own.and(PaxRecords.parse(extension(header.size())));
                case TarHeader.PAX_GLOBAL ->
                        global = global.and(PaxRecords.parse(extension(header.size())));
                case TarHeader.GNU_LONG_NAME -> longName = Optional.of(text(header.size()));
                case TarHeader.GNU_LONG_LINK -> longLink = Optional.of(text(header.size()));
                default -> {
                    TarEntry made = entry(header, global.and(own), longName, longLink);
                    left = made.stored();
                    return made;
                }
            }
        }
    }

    /**
     * Two zero blocks end an archive (POSIX.1-2017, pax, "ustar Interchange Format"). After a
     * single one the entries go on: nothing is hidden behind it.
     */
    private Optional<byte[]> afterZeroBlock() throws IOException {
        byte[] next = in.readNBytes(TarHeader.BLOCK);
        position += next.length;
        boolean end = next.length < TarHeader.BLOCK || TarHeader.isZero(next);
        if (!end) {
            start = position - TarHeader.BLOCK;
        }
        return end ? Optional.empty() : Optional.of(next);
    }

    private byte[] block() throws IOException {
        byte[] block = in.readNBytes(TarHeader.BLOCK);
        position += block.length;
        if (block.length < TarHeader.BLOCK) {
            throw cut();
        }
        return block;
    }

    private byte[] extension(long size) throws IOException {
        if (size > LARGEST_EXTENSION) {
            throw new UnsupportedFeature("TAR header of " + size + " bytes", entry);
        }
        byte[] bytes = in.readNBytes((int) size);
        position += bytes.length;
        if (bytes.length < size) {
            throw cut();
        }
        skip(TarHeader.padding(size));
        return bytes;
    }

    private String text(long size) throws IOException {
        byte[] bytes = extension(size);
        int length = 0;
        while (length < bytes.length && bytes[length] != 0) {
            length++;
        }
        return TarText.of(Arrays.copyOf(bytes, length));
    }

    private DamagedArchive cut() {
        return new DamagedArchive(Damage.CUT_SHORT, entry, position);
    }

    private TarEntry entry(
            TarHeader header, PaxRecords pax, Optional<String> longName, Optional<String> longLink)
            throws MalformedTar {
        long stored = pax.text("size").isPresent() ? number(pax, "size") : header.size();
        boolean hardLink = header.type() == TarHeader.HARD_LINK;
        boolean noContents = header.type() == TarHeader.LINK || header.type() == TarHeader.FOLDER;
        String name =
                pax.text("GNU.sparse.name")
                        .or(() -> pax.text("path"))
                        .or(() -> longName)
                        .orElse(header.name());
        TarEntry.Sparse sparse = sparse(header, pax);
        long size =
                sparse == TarEntry.Sparse.MAP_BEFORE ? number(pax, "GNU.sparse.realsize") : stored;
        String target = pax.text("linkpath").or(() -> longLink).orElse(header.linkName());
        return new TarEntry(
                path(name),
                kind(header.type(), name),
                hardLink,
                noContents ? 0 : size,
                noContents && header.type() == TarHeader.LINK ? 0 : stored,
                modified(header, pax),
                hardLink ? path(target) : target,
                details(header, pax),
                sparse);
    }

    private static TarEntry.Sparse sparse(TarHeader header, PaxRecords pax) {
        if (header.type() == TarHeader.GNU_SPARSE) {
            return TarEntry.Sparse.OTHER;
        }
        boolean any = pax.all().keySet().stream().anyMatch(key -> key.startsWith("GNU.sparse."));
        if (!any) {
            return TarEntry.Sparse.NONE;
        }
        return pax.text("GNU.sparse.major").equals(Optional.of("1"))
                        && pax.text("GNU.sparse.realsize").isPresent()
                ? TarEntry.Sparse.MAP_BEFORE
                : TarEntry.Sparse.OTHER;
    }

    /** Whatever is not known is to be taken for a file (typeflag). */
    private static Optional<ItemKind> kind(char type, String name) {
        return switch (type) {
            case TarHeader.LINK -> Optional.of(ItemKind.LINK);
            case TarHeader.FOLDER -> Optional.of(ItemKind.FOLDER);
            case '3', '4', '6' -> Optional.empty();
            case TarHeader.FILE ->
                    Optional.of(name.endsWith("/") ? ItemKind.FOLDER : ItemKind.FILE);
            default -> Optional.of(ItemKind.FILE);
        };
    }

    static String path(String name) {
        String path = name;
        while (path.startsWith("./")) {
            path = path.substring(2);
        }
        int end = path.length();
        while (end > 1 && path.charAt(end - 1) == '/') {
            end--;
        }
        return path.substring(0, end);
    }

    private static long number(PaxRecords pax, String keyword) throws MalformedTar {
        try {
            long value = Long.parseLong(pax.text(keyword).orElse(""));
            if (value >= 0) {
                return value;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new MalformedTar();
    }

    /** "mtime": seconds with as many decimals as there are. */
    private static Instant modified(TarHeader header, PaxRecords pax) throws MalformedTar {
        try {
            Optional<String> told = pax.text("mtime");
            return told.isPresent()
                    ? TarTime.parse(told.get())
                    : Instant.ofEpochSecond(header.seconds());
        } catch (DateTimeException | ArithmeticException | NumberFormatException e) {
            throw new MalformedTar();
        }
    }

    private static FileDetails details(TarHeader header, PaxRecords pax) throws MalformedTar {
        long owner = pax.text("uid").isPresent() ? number(pax, "uid") : header.owner();
        long group = pax.text("gid").isPresent() ? number(pax, "gid") : header.group();
        Map<String, byte[]> attributes = new LinkedHashMap<>();
        pax.all()
                .forEach(
                        (keyword, value) -> {
                            if (keyword.startsWith(ATTRIBUTE)) {
                                attributes.put(keyword.substring(ATTRIBUTE.length()), value);
                            } else if (keyword.startsWith(ATTRIBUTE_64)) {
                                decoded(value)
                                        .ifPresent(
                                                bytes ->
                                                        attributes.putIfAbsent(
                                                                keyword.substring(
                                                                        ATTRIBUTE_64.length()),
                                                                bytes));
                            }
                        });
        return new FileDetails(
                header.mode(),
                OptionalLong.of(owner),
                OptionalLong.of(group),
                pax.text("uname").orElse(header.ownerName()),
                pax.text("gname").orElse(header.groupName()),
                attributes);
    }

    private static Optional<byte[]> decoded(byte[] value) {
        try {
            return Optional.of(
                    Base64.getDecoder()
                            .decode(new String(value, StandardCharsets.US_ASCII).strip()));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /**
     * What is stored behind the headers of the current entry; closing it leaves the archive open.
     */
    InputStream stored() {
        return new Stored();
    }

    /** Of the current entry, with its holes. */
    InputStream contents() throws IOException {
        TarEntry now = requireNonNull(current);
        if (now.sparse() == TarEntry.Sparse.OTHER) {
            throw new UnsupportedFeature("an older form of sparse files", now.path());
        }
        if (now.kind().isEmpty()) {
            throw new UnsupportedFeature("a device or pipe", now.path());
        }
        InputStream stored = stored();
        if (now.sparse() == TarEntry.Sparse.NONE) {
            return stored;
        }
        try {
            SparseMap map = SparseMap.read(stored, now.size());
            if (map.stored() != left) {
                throw new MalformedTar();
            }
            return new SparseInput(stored, map);
        } catch (MalformedTar | EOFException e) {
            throw new DamagedArchive(Damage.HEADERS_DISAGREE, now.path(), start);
        }
    }

    private final class Stored extends InputStream {
        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            if (length == 0) {
                return 0;
            }
            if (left == 0) {
                return -1;
            }
            int count = in.read(bytes, offset, (int) Math.min(length, left));
            if (count < 0) {
                throw cut();
            }
            left -= count;
            position += count;
            return count;
        }
    }
}
