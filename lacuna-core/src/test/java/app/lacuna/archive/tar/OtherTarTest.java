package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackingWatch;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.extract.ExtractReport;
import app.lacuna.interop.Outside;
import app.lacuna.job.Jobs;
import app.lacuna.job.SameTree;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;
import com.github.luben.zstd.ZstdInputStreamNoFinalizer;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.UserDefinedFileAttributeView;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Archives from and for others: Python's tarfile, and Commons Compress. */
class OtherTarTest {
    private static final String LONG = "x".repeat(200);

    @TempDir Path folder;
    private Path tree;

    @BeforeEach
    void tree() throws IOException {
        tree = Files.createDirectories(folder.resolve("tree/empty")).getParent();
        Random random = new Random(3);
        for (int i = 0; i < 50; i++) {
            byte[] bytes = new byte[random.nextInt(5_000)];
            random.nextBytes(bytes);
            Files.write(tree.resolve("file " + i), bytes);
        }
        Files.createDirectories(tree.resolve(LONG).resolve(LONG));
        Files.writeString(tree.resolve(LONG).resolve(LONG).resolve("end ü"), "deep");
        Files.createSymbolicLink(tree.resolve("link"), Path.of("file 1"));
        Files.createLink(tree.resolve("other name"), tree.resolve("file 2"));
        Files.write(tree.resolve("large"), new byte[9_000_000]);
        Files.setLastModifiedTime(
                tree.resolve("file 3"),
                FileTime.from(Instant.parse("2031-05-06T07:08:09.987654321Z")));
    }

    private Path ours(Method method) throws IOException {
        Path file = folder.resolve("ours");
        try (TarWriter writer =
                new TarWriter(Files.newOutputStream(file), method, Level.BALANCED)) {
            writer.addAll(TestTrees.scan(tree).items(), new Silent());
            writer.finish();
        }
        return file;
    }

    private static final class Silent implements PackingWatch {
        @Override
        public void onBytes(FileItem item, long bytes) {}

        @Override
        public void onPacked(FileItem asRead, boolean steady) {}

        @Override
        public void onLeftOut(FileItem item, LeftOut.Reason reason) {
            throw new AssertionError(reason);
        }

        @Override
        public void check() {}
    }

    @ParameterizedTest
    @EnumSource(
            value = Method.class,
            names = {"STORED", "BZIP2", "XZ", "ZSTD"})
    void pythonTakesOursOut(Method method) throws IOException {
        Path file = ours(method);
        if (method == Method.ZSTD) { // which Python of that age does not read
            Path plain = folder.resolve("plain");
            try (InputStream in = new ZstdInputStreamNoFinalizer(Files.newInputStream(file))) {
                Files.copy(in, plain);
            }
            file = plain;
        }
        Path out = folder.resolve("out");
        Outside.run(folder, "", "python3", "python_tar.py", "extract", file, out);
        SameTree.assertSame(out.resolve("tree"), tree);
        assertThat(Files.getAttribute(out.resolve("tree/file 2"), "unix:ino"))
                .isEqualTo(Files.getAttribute(out.resolve("tree/other name"), "unix:ino"));
    }

    /** Fields of POSIX.1-2001, as tarfile understands them. */
    @Test
    void fieldsSayWhatTheFileSystemSays() throws IOException {
        UserDefinedFileAttributeView view =
                Files.getFileAttributeView(
                        tree.resolve("file 3"), UserDefinedFileAttributeView.class);
        view.write("find", ByteBuffer.wrap("C-121 ü".getBytes(StandardCharsets.UTF_8)));
        Map<String, String[]> lines =
                Outside.run(folder, "", "python3", "python_tar.py", "read", ours(Method.XZ))
                        .lines()
                        .map(line -> line.split("\t", -1))
                        .collect(Collectors.toMap(fields -> fields[0], fields -> fields));
        String[] third = lines.get("tree/file 3");
        Map<String, Object> unix =
                Files.readAttributes(tree.resolve("file 3"), "unix:mode,uid,gid,owner,group");
        assertThat(third[1]).isEqualTo("0");
        assertThat(third[2])
                .isEqualTo("0o" + Integer.toOctalString((int) unix.get("mode") & 07777));
        assertThat(third[3]).isEqualTo(unix.get("uid").toString());
        assertThat(third[4]).isEqualTo(unix.get("gid").toString());
        assertThat(third[5]).isEqualTo(unix.get("owner").toString());
        assertThat(third[6]).isEqualTo(unix.get("group").toString());
        assertThat(third[7]).startsWith("1935817689.98765"); // Python has it as a binary fraction
        assertThat(third[11]).isEqualTo("user.find=C-121 ü");
        assertThat(lines.get("tree/link")[9]).isEqualTo("file 1");
        assertThat(lines.get("tree/other name")[1]).isEqualTo("1");
        assertThat(lines.get("tree/large")[8]).isEqualTo("9000000");
        assertThat(lines).containsKey("tree/" + LONG + "/" + LONG + "/end ü");
    }

    @Test
    void commonsCompressReadsOurs() throws IOException {
        int files = 0;
        try (TarArchiveInputStream in =
                new TarArchiveInputStream(Files.newInputStream(ours(Method.STORED)))) {
            TarArchiveEntry entry;
            while ((entry = in.getNextEntry()) != null) {
                Path file = folder.resolve(entry.getName());
                if (entry.isFile()
                        && !entry.isLink()
                        && !entry.isSymbolicLink()
                        && !entry.getName().startsWith(".lacuna-")) {
                    assertThat(in.readAllBytes()).isEqualTo(Files.readAllBytes(file));
                    assertThat(entry.getLastModifiedTime())
                            .isEqualTo(Files.getLastModifiedTime(file));
                    files++;
                }
            }
        }
        assertThat(files).isGreaterThanOrEqualTo(50);
    }

    @ParameterizedTest
    @CsvSource({"w, pax", "w, gnu", "w:gz, pax", "w:bz2, gnu", "w:xz, pax"})
    void weTakeOutWhatPythonPacks(String mode, String format) throws IOException {
        Path file = folder.resolve("theirs");
        Outside.run(folder, "", "python3", "python_tar.py", "write", file, mode, format, tree);
        Path out = folder.resolve("out");
        ExtractReport report = Jobs.extract(file, "", out);
        assertThat(report.isComplete()).isTrue();
        SameTree.assertSame(out.resolve("tree"), tree);
        assertThat(Files.getAttribute(out.resolve("tree/file 2"), "unix:ino"))
                .isEqualTo(Files.getAttribute(out.resolve("tree/other name"), "unix:ino"));
    }

    /** The last part of a split ZIP archive begins wherever the part before it was full. */
    @Test
    void whatEndsAsAZipArchiveIsOne() throws IOException {
        Path file = folder.resolve("a.zip");
        byte[] tar = Files.readAllBytes(ours(Method.STORED));
        Path zip = folder.resolve("inner.zip");
        Jobs.pack(zip, app.lacuna.archive.PackOptions.STANDARD, "x", tree.resolve("file 1"));
        for (byte[] start : List.of(tar, new byte[4096])) {
            byte[] end = Files.readAllBytes(zip);
            byte[] both = Arrays.copyOf(start, start.length + end.length);
            System.arraycopy(end, 0, both, start.length, end.length);
            Files.write(file, both);
            try (var opened = Jobs.open(file, "x")) {
                assertThat(opened.listing().entries()).extracting("path").containsExactly("file 1");
            }
        }
    }

    @Test
    void theLastOfSeveralWithOneNameCounts() throws IOException {
        Path file = folder.resolve("twice.tar");
        try (TarWriter writer =
                new TarWriter(Files.newOutputStream(file), Method.STORED, Level.FAST)) {
            writer.addText("note", "first".getBytes(), Instant.EPOCH);
            writer.addText("note", "second".getBytes(), Instant.EPOCH);
            writer.addText("other", "x".getBytes(), Instant.EPOCH);
            writer.finish();
        }
        byte[] whole = Files.readAllBytes(file);
        // without the catalogue, as others write
        Files.write(file, Arrays.copyOf(whole, 6 * TarHeader.BLOCK + 1024));
        byte[] cut = Files.readAllBytes(file);
        Arrays.fill(cut, 6 * TarHeader.BLOCK, cut.length, (byte) 0);
        Files.write(file, cut);
        Path out = folder.resolve("out");
        Jobs.extract(file, "", out);
        assertThat(out.resolve("note")).hasContent("second");
        assertThat(List.of(out.toFile().list())).containsExactlyInAnyOrder("note", "other");
    }
}
