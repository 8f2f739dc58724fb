package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.error.PasswordRequired;
import app.lacuna.error.WrongPassword;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.Extractor;
import app.lacuna.job.Archives;
import app.lacuna.job.Jobs;
import app.lacuna.job.PackResult;
import app.lacuna.job.SameTree;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.UserDefinedFileAttributeView;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whole jobs in the backup form. */
class TarRoundTripTest {
    private static final String PASSWORD = "ebb tide";

    /** As long as Linux takes a path (4,096 bytes), with room for the folder it comes out into. */
    private static final int LONGEST = 3_980;

    @TempDir Path folder;

    private static PackOptions options(Form form, Method method) {
        return PackOptions.backup(form, method, Level.FAST);
    }

    private Path tree() throws IOException {
        Path tree =
                Files.createDirectories(folder.resolve("trench C/sub/empty"))
                        .getParent()
                        .getParent();
        Random random = new Random(2);
        for (int i = 0; i < 300; i++) {
            byte[] bytes = new byte[random.nextInt(3_000)];
            random.nextBytes(bytes);
            Files.write(tree.resolve("sub/find " + i + " ä.txt"), bytes);
        }
        byte[] large = new byte[3_000_001];
        random.nextBytes(large);
        Files.write(tree.resolve("survey.raw"), large);
        Files.write(tree.resolve("empty file"), new byte[0]);
        Files.createSymbolicLink(tree.resolve("latest"), Path.of("sub/find 3 ä.txt"));
        Path deep = tree;
        for (int i = 0; deep.toString().length() < LONGEST; i++) {
            deep = deep.resolve("a folder with a long name that goes on and on and on and on " + i);
        }
        Files.createDirectories(deep);
        Files.writeString(deep.resolve("end.txt"), "end");
        Files.setLastModifiedTime(
                tree.resolve("survey.raw"),
                FileTime.from(Instant.parse("1999-07-20T20:17:40.123456789Z")));
        return tree;
    }

    @ParameterizedTest
    @CsvSource({"BACKUP, STORED", "BACKUP, ZSTD"})
    void aTreeComesBackAsItWas(Form form, Method method) throws IOException {
        assertComesBack(form, method);
    }

    @Tag("slow")
    @ParameterizedTest
    @CsvSource({"BACKUP, XZ", "BACKUP, BZIP2", "BACKUP_FOR_OLDER_TOOLS, ZSTD"})
    void aTreeComesBack_inSlowerForms(Form form, Method method) throws IOException {
        assertComesBack(form, method);
    }

    private void assertComesBack(Form form, Method method) throws IOException {
        Path tree = tree();
        Path archive = folder.resolve("a.backup");
        PackResult packed = Jobs.pack(archive, options(form, method), PASSWORD, tree);
        assertThat(packed.isComplete()).isTrue();
        assertThat(packed.proof().orElseThrow().allIdentical()).isTrue();
        Path out = folder.resolve("out");
        assertThat(Jobs.extract(archive, PASSWORD, out).isComplete()).isTrue();
        SameTree.assertSame(out.resolve("trench C"), tree);
        assertThat(Files.getLastModifiedTime(out.resolve("trench C/survey.raw")).toInstant())
                .isEqualTo(Instant.parse("1999-07-20T20:17:40.123456789Z"));
    }

    @Test
    void oneFileIsReadFromTheMiddle() throws IOException {
        Path tree = tree();
        Path archive = folder.resolve("a");
        Jobs.pack(archive, options(Form.BACKUP, Method.ZSTD), PASSWORD, tree);
        try (OpenedArchive opened = Jobs.open(archive, PASSWORD)) {
            assertThat(opened.isAnyOrder()).isTrue();
            assertThat(opened.listing().names()).isEqualTo(Names.HIDDEN);
            assertThat(opened.outside().entries()).hasSize(1);
            ArchiveEntry one =
                    opened.listing().entries().stream()
                            .filter(entry -> entry.path().endsWith("find 77 ä.txt"))
                            .findFirst()
                            .orElseThrow();
            try (InputStream in = opened.open(one)) {
                assertThat(in.readAllBytes())
                        .isEqualTo(Files.readAllBytes(tree.resolve("sub/find 77 ä.txt")));
            }
        }
    }

    @Test
    void passwordsAreAskedForAndTried() throws IOException {
        Path tree = Files.createDirectory(folder.resolve("t"));
        Files.writeString(tree.resolve("a"), "a");
        Path archive = folder.resolve("a");
        Jobs.pack(archive, options(Form.BACKUP, Method.ZSTD), PASSWORD, tree);
        try (var reader = Archives.open(archive)) {
            assertThat(reader.needsPassword()).isTrue();
            assertThatThrownBy(reader::open).isInstanceOf(PasswordRequired.class);
            try (var wrong = TestTrees.secret("Ebb tide")) {
                assertThatThrownBy(() -> reader.open(wrong)).isInstanceOf(WrongPassword.class);
            }
        }
    }

    @Test
    void hardLinksAttributesAndHolesComeBack() throws IOException {
        Path tree = Files.createDirectory(folder.resolve("t"));
        Files.writeString(tree.resolve("one"), "the same file");
        Files.createLink(tree.resolve("two"), tree.resolve("one"));
        byte[] binary = {0, 1, (byte) 0xff, '\n'};
        view(tree.resolve("one")).write("context", ByteBuffer.wrap("C-121".getBytes()));
        view(tree.resolve("one")).write("binary", ByteBuffer.wrap(binary));
        Path sparse = tree.resolve("image");
        try (FileChannel out =
                FileChannel.open(
                        sparse,
                        StandardOpenOption.CREATE_NEW,
                        StandardOpenOption.WRITE,
                        StandardOpenOption.SPARSE)) {
            out.write(ByteBuffer.wrap("begin".getBytes()), 0);
            out.write(ByteBuffer.wrap("middle".getBytes()), 50_000_000);
            out.write(ByteBuffer.wrap(new byte[1]), 99_999_999);
        }
        Path archive = folder.resolve("a");
        PackResult packed = Jobs.pack(archive, options(Form.BACKUP, Method.STORED), PASSWORD, tree);
        assertThat(packed.archiveBytes()).isLessThan(1_000_000);
        Path out = folder.resolve("out");
        assertThat(Jobs.extract(archive, PASSWORD, out).isComplete()).isTrue();
        SameTree.assertSame(out.resolve("t"), tree);
        assertThat(Files.getAttribute(out.resolve("t/one"), "unix:ino"))
                .isEqualTo(Files.getAttribute(out.resolve("t/two"), "unix:ino"));
        ByteBuffer read = ByteBuffer.allocate(4);
        view(out.resolve("t/two")).read("binary", read);
        assertThat(read.array()).isEqualTo(binary);
        assertThat(view(out.resolve("t/one")).list())
                .containsExactlyInAnyOrder("context", "binary");
        try (OpenedArchive opened = Jobs.open(archive, PASSWORD)) {
            ArchiveEntry other =
                    opened.listing().entries().stream()
                            .filter(entry -> entry.path().equals("t/two"))
                            .findFirst()
                            .orElseThrow();
            Path alone = folder.resolve("alone");
            new Extractor(
                            opened,
                            ExtractOptions.of(alone, ConflictRule.FAIL),
                            ProgressListener.none(),
                            CancelToken.never())
                    .extract(List.of(other));
            assertThat(alone.resolve("t/two")).hasContent("the same file");
        }
    }

    private static UserDefinedFileAttributeView view(Path file) {
        return Files.getFileAttributeView(file, UserDefinedFileAttributeView.class);
    }
}
