package app.lacuna.archive.iso;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.interop.Outside;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Images read back by our own reader, by libarchive, and by the file system tester of GRUB. */
class IsoImageTest {
    private static final Instant THEN = Instant.parse("2026-09-14T06:30:12Z");
    private static final Instant LONG_AGO = Instant.parse("1987-02-28T23:59:58Z");
    private static final VolumeName NAME =
            new VolumeName("SALTMARSH_2", "SALTMARSH", 2, 3, Instant.parse("2026-11-26T10:00:00Z"));

    @TempDir Path folder;

    /** What a reader says of an entry. */
    private record Line(
            String kind,
            long size,
            long modified,
            String permissions,
            String target,
            String sha256) {}

    private final Map<String, Line> expected = new TreeMap<>();

    private static IsoFile.Contents bytes(byte[] bytes) {
        return () -> new ByteArrayInputStream(bytes);
    }

    private void addFile(IsoFolder to, String path, byte[] contents, Instant when, int mode) {
        String name = path.substring(path.lastIndexOf('/') + 1);
        to.addFile(name, contents.length, when, mode, bytes(contents));
        expected.put(
                path,
                new Line(
                        "file",
                        contents.length,
                        when.getEpochSecond(),
                        Integer.toOctalString(mode),
                        "",
                        sha256(contents)));
    }

    private IsoFolder addFolder(IsoFolder to, String path, Instant when, int mode) {
        expected.put(
                path,
                new Line("folder", 0, when.getEpochSecond(), Integer.toOctalString(mode), "", ""));
        return to.addFolder(path.substring(path.lastIndexOf('/') + 1), when, mode);
    }

    private void addLink(IsoFolder to, String path, String target) {
        to.addLink(path.substring(path.lastIndexOf('/') + 1), target, THEN);
        expected.put(path, new Line("link", 0, THEN.getEpochSecond(), "777", target, ""));
    }

    private static String sha256(byte[] bytes) {
        return Sha256.hex(updated(bytes));
    }

    private static MessageDigest updated(byte[] bytes) {
        MessageDigest hasher = Sha256.hasher();
        hasher.update(bytes);
        return hasher;
    }

    /** Long and foreign names, equal ones but for case, every kind, and twelve levels. */
    private IsoFolder everything() {
        Random random = new Random(4);
        byte[] noise = new byte[300_001];
        random.nextBytes(noise);
        IsoFolder root = IsoFolder.root(THEN);
        addFile(root, "season.zip", noise, THEN, 0640);
        addFile(root, "empty", new byte[0], LONG_AGO, 0444);
        addFile(root, "READ-ME.txt", "tide".getBytes(), THEN, 0644);
        addFile(root, "read-me.txt", "ebb".getBytes(), THEN, 0644);
        addFile(root, "Grübchen №12 – 発掘.tar.gz", "pit".getBytes(), LONG_AGO, 0600);
        String longName = "a name as long as a name can be ".repeat(8).substring(0, 251) + ".txt";
        addFile(root, longName, "long".getBytes(), THEN, 0755);
        addFile(root, longName.replace(".txt", ".csv"), "other".getBytes(), THEN, 0755);
        addFile(root, ".hidden", "h".getBytes(), THEN, 0600);
        addFile(root, "no extension.", "dot".getBytes(), THEN, 0600);
        addLink(root, "latest", "../season.zip/./x");
        addLink(root, "absolute", "/" + "levels of peat/".repeat(60) + "end");
        addFolder(root, "to be scanned", LONG_AGO, 0700);
        IsoFolder below = root;
        StringBuilder path = new StringBuilder();
        for (int level = 1; level <= 12; level++) {
            path.append(level == 1 ? "" : "/").append("level ").append(level);
            below = addFolder(below, path.toString(), THEN, 0755);
            addFile(below, path + "/note.txt", ("note " + level).getBytes(), THEN, 0644);
        }
        return root;
    }

    private Path write(IsoFolder root, VolumeName name) throws IOException {
        Path file = folder.resolve(name.label() + ".iso");
        IsoImage image = new IsoImage(root, name);
        long[] told = {0};
        try (OutputStream out = Files.newOutputStream(file)) {
            image.writeTo(out, count -> told[0] += count, CancelToken.never());
        }
        assertThat(Files.size(file)).isEqualTo(image.coreSize()).isEqualTo(told[0]);
        return file;
    }

    private static Map<String, Line> ours(Path image) throws IOException {
        Map<String, Line> lines = new TreeMap<>();
        try (ByteSource source = FileSources.open(image, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            IsoReader reader = IsoReader.open(source);
            for (IsoEntry entry : reader.entries()) {
                String digest = "";
                if (entry.kind() == ItemKind.FILE) {
                    try (InputStream in = reader.open(entry)) {
                        digest = sha256(in.readAllBytes());
                    }
                }
                lines.put(
                        entry.path(),
                        new Line(
                                entry.kind().name().toLowerCase(Locale.ROOT),
                                entry.size(),
                                entry.modified().getEpochSecond(),
                                entry.permissions().map(Integer::toOctalString).orElse("?"),
                                entry.target().orElse(""),
                                digest));
            }
        }
        return lines;
    }

    private Map<String, Line> libarchive(Path image, String tree) throws IOException {
        String said = Outside.run(folder, "", "python3", "libarchive_iso.py", image, tree);
        Map<String, Line> lines = new TreeMap<>();
        for (String line : said.split("\n")) {
            String[] parts = line.split("\t", -1);
            if (!parts[0].equals(".")) {
                lines.put(
                        parts[0],
                        new Line(
                                parts[1],
                                Long.parseLong(parts[2]),
                                Long.parseLong(parts[3]),
                                parts[4],
                                parts[5],
                                parts[6]));
            }
        }
        return lines;
    }

    @Test
    void everythingComesBackAsItWas() throws IOException {
        Path image = write(everything(), NAME);
        assertThat(ours(image)).isEqualTo(expected);
    }

    /** Folders that are moved out of moved ones; libarchive's reader gives up on those. */
    @Test
    void anyNumberOfLevels() throws IOException {
        IsoFolder below = IsoFolder.root(THEN);
        IsoFolder root = below;
        StringBuilder path = new StringBuilder();
        for (int level = 1; level <= 40; level++) {
            path.append(level == 1 ? "" : "/").append("rr_moved");
            below = addFolder(below, path.toString(), THEN, 0755);
            addFile(below, path + "/note.txt", ("note " + level).getBytes(), THEN, 0644);
        }
        Path image = write(root, NAME);
        assertThat(ours(image)).isEqualTo(expected);
        assertThat(libarchive(image, "joliet").keySet()).isEqualTo(expected.keySet());
    }

    @Test
    void linksOfAnyLengthKeepEveryLetter() throws IOException {
        IsoFolder root = IsoFolder.root(THEN);
        for (int length = 1; length < 700; length += 3) {
            addLink(root, "to " + length, "a/" + "x".repeat(length) + "/b/../c");
            addLink(root, "many " + length, "ab/".repeat(length) + "end");
        }
        Path image = write(root, NAME);
        assertThat(ours(image)).isEqualTo(expected);
        // libarchive follows a sector of fields at most, and joins fields without a slash, which a
        // field that ends before ".." would need.
        Map<String, Line> read = libarchive(image, "rockridge");
        expected.values()
                .removeIf(
                        line ->
                                line.target().length() > 1_200
                                        || line.target().contains("..")
                                                && line.target().length() > 230);
        assertThat(read).containsAllEntriesOf(expected);
    }

    @Test
    void libarchiveReadsTheTreeOfRockRidge() throws IOException {
        Path image = write(everything(), NAME);
        assertThat(libarchive(image, "rockridge")).isEqualTo(expected);
    }

    /** Joliet has no links and no permissions, and shorter names; contents are all there. */
    @Test
    void libarchiveReadsTheTreeOfJoliet() throws IOException {
        Path image = write(everything(), NAME);
        Map<String, Line> read = libarchive(image, "joliet");
        assertThat(read).hasSameSizeAs(expected);
        assertThat(digests(read)).isEqualTo(digestsWithEmptyLinks());
        assertThat(read.keySet())
                .contains("Grübchen №12 – 発掘.tar.gz", "level 1/level 2/level 3/note.txt")
                .anyMatch(path -> path.endsWith("level 12/note.txt"));
        assertThat(read.keySet()).as("equal but for case").contains("READ-ME.txt", "read-me_1.txt");
    }

    private static List<String> digests(Map<String, Line> lines) {
        return lines.values().stream()
                .map(Line::sha256)
                .filter(digest -> !digest.isEmpty())
                .sorted()
                .toList();
    }

    private List<String> digestsWithEmptyLinks() {
        List<String> digests = new ArrayList<>(digests(expected));
        expected.values().stream()
                .filter(line -> line.kind().equals("link"))
                .forEach(line -> digests.add(sha256(new byte[0])));
        return digests.stream().sorted().toList();
    }

    /** GRUB's own reader of this file system; it does not follow folders that have been moved. */
    @Test
    void theFileSystemTesterOfGrubReadsFiles() throws IOException {
        Path image = write(everything(), NAME);
        for (String path :
                List.of(
                        "season.zip",
                        "Grübchen №12 – 発掘.tar.gz",
                        "level 1/level 2/level 3/level 4/level 5/level 6/note.txt")) {
            Path out = folder.resolve("out");
            Outside.run(
                    folder,
                    "",
                    List.of("grub-fstest", image.toString(), "cp", "/" + path, out.toString()));
            assertThat(sha256(Files.readAllBytes(out)))
                    .as(path)
                    .isEqualTo(expected.get(path).sha256());
            Files.delete(out);
        }
    }

    @Tag("slow")
    @Test
    void tenThousandFilesInAFewFolders() throws IOException {
        IsoFolder root = IsoFolder.root(THEN);
        for (int i = 0; i < 10_000; i++) {
            String path = "find " + i + " of the season.txt";
            addFile(root, path, ("find " + i).getBytes(), THEN, 0644);
        }
        for (int i = 0; i < 300; i++) {
            addFolder(root, "trench " + i, THEN, 0755);
        }
        Path image = write(root, NAME);
        assertThat(ours(image)).isEqualTo(expected);
        assertThat(libarchive(image, "rockridge")).isEqualTo(expected);
        assertThat(libarchive(image, "joliet").keySet()).isEqualTo(expected.keySet());
    }

    /** Two extents, since one can not have 4 GiB; nearly all of it is a hole. */
    @Tag("slow")
    @Test
    void aFileOverFourGibibytes() throws IOException {
        long size = 4_940_000_123L;
        byte[] end = "the last bytes".getBytes();
        IsoFolder root = IsoFolder.root(THEN);
        IsoFile film = root.addFile("film.raw", size, THEN, 0644, () -> new Hole(size, end));
        root.addFile("after.txt", 4, THEN, 0644, bytes("here".getBytes()));
        Path file = folder.resolve("large.iso");
        IsoImage image = new IsoImage(root, NAME);
        try (SparseFile out = new SparseFile(file)) {
            image.writeTo(out, count -> {}, CancelToken.never());
        }
        try (ByteSource source = FileSources.open(file, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            IsoReader reader = IsoReader.open(source);
            Map<String, IsoEntry> entries =
                    reader.entries().stream()
                            .collect(Collectors.toMap(IsoEntry::path, entry -> entry));
            assertThat(entries.get("film.raw").size()).isEqualTo(size);
            assertThat(entries.get("film.raw").extents()).hasSize(2);
            assertThat(film.position() % (64 << 10)).isZero();
            try (InputStream in = reader.open(entries.get("film.raw"))) {
                in.skipNBytes(size - end.length);
                assertThat(in.readAllBytes()).isEqualTo(end);
            }
        }
        String said = Outside.run(folder, "", "python3", "libarchive_iso.py", file, "rockridge");
        byte[] last = new byte[1 << 20];
        System.arraycopy(end, 0, last, last.length - end.length, end.length);
        assertThat(said)
                .contains("film.raw\tfile\t" + size)
                .contains(sha256(last))
                .contains("after.txt\tfile\t4");
    }

    /** Zeros, and something at the end. */
    private static final class Hole extends InputStream {
        private final long size;
        private final byte[] end;
        private long at;

        Hole(long size, byte[] end) {
            this.size = size;
            this.end = end;
        }

        @Override
        public int read() {
            throw new UnsupportedOperationException();
        }

        @Override
        public int read(byte[] bytes, int offset, int length) {
            int count = (int) Math.min(length, size - at);
            if (count <= 0) {
                return -1;
            }
            Arrays.fill(bytes, offset, offset + count, (byte) 0);
            for (int i = 0; i < end.length; i++) {
                long place = size - end.length + i - at;
                if (place >= 0 && place < count) {
                    bytes[offset + (int) place] = end[i];
                }
            }
            at += count;
            return count;
        }
    }

    /** Where only zeros come, nothing is written. */
    private static final class SparseFile extends OutputStream {
        private final RandomAccessFile file;
        private long at;

        SparseFile(Path path) throws IOException {
            file = new RandomAccessFile(path.toFile(), "rw");
        }

        @Override
        public void write(int one) throws IOException {
            write(new byte[] {(byte) one}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            boolean zeros =
                    Arrays.mismatch(bytes, offset, offset + length, new byte[length], 0, length)
                            < 0;
            if (!zeros) {
                file.seek(at);
                file.write(bytes, offset, length);
            }
            at += length;
        }

        @Override
        public void close() throws IOException {
            file.setLength(at);
            file.close();
        }
    }

    /** ECMA-119, 8.4: field by field, by the byte positions of the standard (from 1). */
    @Test
    void everyFieldOfTheDescriptorsIsAsTheStandardHasIt() throws IOException {
        IsoFolder root = everything();
        Path file = write(root, NAME);
        byte[] image = Files.readAllBytes(file);
        byte[] primary = Arrays.copyOfRange(image, 16 * 2048, 17 * 2048);
        assertThat(hex(image, 1, 16 * 2048)).as("system area").matches("0+");
        assertThat(hex(primary, 1, 7)).isEqualTo("01" + "4344303031" + "01");
        assertThat(hex(primary, 8, 8)).isEqualTo("00");
        assertThat(text(primary, 9, 40)).as("system").isBlank();
        assertThat(text(primary, 41, 72)).as("volume").isEqualTo(padded("SALTMARSH_2", 32));
        assertThat(hex(primary, 73, 80)).matches("0+");
        long blocks = both32(primary, 81);
        assertThat(blocks * 2048).as("volume space").isEqualTo(image.length);
        assertThat(hex(primary, 89, 120)).matches("0+");
        assertThat(both16(primary, 121)).as("set size").isEqualTo(3);
        assertThat(both16(primary, 125)).as("sequence number").isEqualTo(2);
        assertThat(both16(primary, 129)).as("block size").isEqualTo(2048);
        long tableBytes = both32(primary, 133);
        int little = (int) little32(primary, 141);
        int big = (int) big32(primary, 149);
        assertThat(hex(primary, 145, 148)).matches("0+");
        assertThat(hex(primary, 153, 156)).matches("0+");
        // The root's record (9.1) is the first one of the root, which both path tables name first.
        assertThat(primary[156] & 0xff).as("length of the root's record").isEqualTo(34);
        long rootBlock = both32(primary, 159);
        assertThat(little32(image, little * 2048 + 3)).isEqualTo(rootBlock);
        assertThat(big32(image, big * 2048 + 3)).isEqualTo(rootBlock);
        assertThat(both32(image, (int) rootBlock * 2048 + 3)).isEqualTo(rootBlock);
        assertThat(primary[156 + 25] & 0xff).as("a directory").isEqualTo(2);
        assertThat(text(primary, 191, 318)).as("set").isEqualTo(padded("SALTMARSH", 128));
        assertThat(text(primary, 319, 574)).as("publisher, preparer").isBlank();
        assertThat(text(primary, 575, 702)).as("application").isEqualTo(padded("LACUNA", 128));
        assertThat(text(primary, 703, 813)).as("files about it").isBlank();
        assertThat(text(primary, 814, 829)).as("created").isEqualTo("2026112610000000");
        assertThat(text(primary, 831, 846)).as("modified").isEqualTo("2026112610000000");
        assertThat(text(primary, 848, 863)).as("expires").isEqualTo("0".repeat(16));
        assertThat(text(primary, 865, 880)).as("effective").isEqualTo("2026112610000000");
        assertThat(hex(primary, 882, 883)).as("file structure version").isEqualTo("0100");
        assertThat(hex(primary, 884, 2048)).matches("0+");
        byte[] joliet = Arrays.copyOfRange(image, 17 * 2048, 18 * 2048);
        assertThat(hex(joliet, 1, 7)).isEqualTo("02" + "4344303031" + "01");
        assertThat(text(joliet, 89, 91)).as("escape sequence").isEqualTo("%/E");
        assertThat(new String(joliet, 40, 22, StandardCharsets.UTF_16BE)).isEqualTo("SALTMARSH_2");
        assertThat(hex(image, 18 * 2048 + 1, 18 * 2048 + 7)).isEqualTo("ff" + "4344303031" + "01");
        assertThat(tableBytes).isPositive();
    }

    /** What begins behind the system area stands once more at the end, byte for byte. */
    @Test
    void theDirectoryStandsTwice() throws IOException {
        IsoFolder root = everything();
        IsoImage image = new IsoImage(root, NAME);
        byte[] bytes = Files.readAllBytes(write(root, NAME));
        int size = (int) image.copySize();
        int head = (int) IsoImage.headPosition();
        int copy = (int) image.copyPosition();
        assertThat(Arrays.equals(bytes, head, head + size, bytes, copy, copy + size)).isTrue();
    }

    private static String hex(byte[] bytes, int first, int last) {
        return HexFormat.of().formatHex(bytes, first - 1, last);
    }

    private static String text(byte[] bytes, int first, int last) {
        return new String(bytes, first - 1, last - first + 1, StandardCharsets.US_ASCII);
    }

    private static String padded(String text, int length) {
        return text + " ".repeat(length - text.length());
    }

    private static long little32(byte[] bytes, int first) {
        return Long.parseLong(
                hex(bytes, first + 3, first + 3)
                        + hex(bytes, first + 2, first + 2)
                        + hex(bytes, first + 1, first + 1)
                        + hex(bytes, first, first),
                16);
    }

    private static long big32(byte[] bytes, int first) {
        return Long.parseLong(hex(bytes, first, first + 3), 16);
    }

    private static long both32(byte[] bytes, int first) {
        assertThat(little32(bytes, first)).isEqualTo(big32(bytes, first + 4));
        return big32(bytes, first + 4);
    }

    private static int both16(byte[] bytes, int first) {
        String little = hex(bytes, first + 1, first + 1) + hex(bytes, first, first);
        assertThat(little).isEqualTo(hex(bytes, first + 2, first + 3));
        return Integer.parseInt(little, 16);
    }
}
