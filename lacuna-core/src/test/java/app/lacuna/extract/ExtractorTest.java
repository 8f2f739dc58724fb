package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipReader;
import app.lacuna.base.CancelSource;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.compression.Level;
import app.lacuna.extract.ExtractedEntry.Result;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import com.google.common.jimfs.PathNormalization;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ExtractorTest {
    @TempDir Path folder;
    private Path target;
    private Path archive;

    @BeforeEach
    void name() {
        target = folder.resolve("out");
        archive = folder.resolve("a.zip");
    }

    private ExtractReport extract(ExtractOptions options) throws IOException {
        return extract(options, CancelToken.never(), ProgressListener.none());
    }

    private ExtractReport extract(
            ExtractOptions options, CancelToken cancel, ProgressListener listener)
            throws IOException {
        try (ArchiveReader reader = ZipReader.open(archive);
                Secret secret = TestTrees.secret("p")) {
            reader.unlock(secret);
            List<ArchiveEntry> entries = reader.listing().entries();
            return new Extractor(reader, options, listener, cancel).extract(entries);
        }
    }

    private ExtractOptions rule(ConflictRule rule) {
        return ExtractOptions.of(target, rule);
    }

    private static Result resultOf(ExtractReport report, String path) {
        return report.entries().stream()
                .filter(entry -> entry.entry().path().equals(path))
                .findFirst()
                .orElseThrow()
                .result();
    }

    @Test
    void everythingComesOutAsItWas() throws IOException {
        Path dig = TestTrees.dig(folder);
        Files.setPosixFilePermissions(
                dig.resolve("levels.csv"), PosixFilePermissions.fromString("r-x-w---x"));
        Files.setPosixFilePermissions(
                dig.resolve("to-be-scanned"), PosixFilePermissions.fromString("r-xr-x---"));
        TestTrees.pack(archive, PackOptions.STANDARD, "p", dig);
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(report.isComplete()).isTrue();
        assertThat(report.cameOut()).isEqualTo(8);
        try (Stream<Path> all = Files.walk(dig)) {
            for (Path original : (Iterable<Path>) all::iterator) {
                assertSame(original, target.resolve(folder.relativize(original)));
            }
        }
    }

    private static void assertSame(Path original, Path copy) throws IOException {
        if (Files.isSymbolicLink(original)) {
            assertThat(Files.readSymbolicLink(copy)).isEqualTo(Files.readSymbolicLink(original));
            return;
        }
        assertThat(Files.getPosixFilePermissions(copy))
                .as(copy.toString())
                .isEqualTo(Files.getPosixFilePermissions(original));
        assertThat(Files.getLastModifiedTime(copy))
                .as(copy.toString())
                .isEqualTo(Files.getLastModifiedTime(original));
        if (Files.isRegularFile(original)) {
            assertThat(copy).hasSameBinaryContentAs(original);
        } else {
            assertThat(copy).isDirectory();
        }
    }

    @Test
    void nothingIsWrittenOutsideTheFolder() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("../escaped.txt", "x")
                    .file("/absolute.txt", "x")
                    .file("a/../../escaped.txt", "x")
                    .file("..\\climbed.txt", "x")
                    .file("C:\\escaped.txt", "x")
                    .file("good.txt", "good");
        }
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(report.count(Result.REFUSED)).isEqualTo(5);
        assertThat(target.resolve("good.txt")).hasContent("good");
        try (Stream<Path> all = Files.walk(folder)) {
            assertThat(all.filter(Files::isRegularFile))
                    .containsExactlyInAnyOrder(archive, target.resolve("good.txt"));
        }
    }

    @Test
    void linksThatLeadOutAreRefused() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.link("etc", "/etc")
                    .link("up", "../../secret")
                    .link("deep/up", "../..")
                    .link("fine", "good.txt")
                    .file("good.txt", "good");
        }
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(report.count(Result.REFUSED)).isEqualTo(3);
        assertThat(target.resolve("fine")).isSymbolicLink().hasContent("good");
    }

    @Test
    void nothingIsWrittenThroughALinkInTheArchive() throws IOException {
        Path outside = Files.createDirectory(folder.resolve("outside"));
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.link("sub", "../outside").file("sub/x.txt", "x");
        }
        extract(rule(ConflictRule.OVERWRITE));
        assertThat(outside).isEmptyDirectory();
        assertThat(target.resolve("sub/x.txt")).hasContent("x");
    }

    @Test
    void nothingIsWrittenThroughALinkThatIsThereAlready() throws IOException {
        Path outside = Files.createDirectory(folder.resolve("outside"));
        Files.createDirectory(target);
        Files.createSymbolicLink(target.resolve("sub"), outside);
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("sub/x.txt", "x").file("ok.txt", "ok");
        }
        ExtractReport report = extract(rule(ConflictRule.OVERWRITE));
        assertThat(outside).isEmptyDirectory();
        assertThat(report.entries().get(0).refusal()).contains(NameRefusal.BLOCKED);
        assertThat(target.resolve("ok.txt")).hasContent("ok");
    }

    @Test
    void replacingALinkDoesNotTouchWhatItPointsTo() throws IOException {
        Path outside = Files.writeString(folder.resolve("outside.txt"), "precious");
        Files.createDirectory(target);
        Files.createSymbolicLink(target.resolve("x.txt"), outside);
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("x.txt", "new");
        }
        extract(rule(ConflictRule.OVERWRITE));
        assertThat(outside).hasContent("precious");
        assertThat(target.resolve("x.txt")).hasContent("new");
        assertThat(Files.isSymbolicLink(target.resolve("x.txt"))).isFalse();
    }

    @Test
    void failRuleWritesNothingAtAll() throws IOException {
        twoFiles();
        Files.createDirectory(target);
        Files.writeString(target.resolve("b.txt"), "old");
        assertThatThrownBy(() -> extract(rule(ConflictRule.FAIL))).isInstanceOf(TargetExists.class);
        assertThat(target.resolve("a.txt")).doesNotExist();
        assertThat(target.resolve("b.txt")).hasContent("old");
    }

    private void twoFiles() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("a.txt", "new a").file("b.txt", "new b");
        }
    }

    @Test
    void skipKeepsWhatIsThere() throws IOException {
        twoFiles();
        Files.createDirectory(target);
        Files.writeString(target.resolve("b.txt"), "old");
        ExtractReport report = extract(rule(ConflictRule.SKIP));
        assertThat(resultOf(report, "b.txt")).isEqualTo(Result.SKIPPED);
        assertThat(target.resolve("b.txt")).hasContent("old");
        assertThat(target.resolve("a.txt")).hasContent("new a");
    }

    @Test
    void keepBothGivesANumber() throws IOException {
        twoFiles();
        Files.createDirectory(target);
        Files.writeString(target.resolve("b.txt"), "old");
        Files.writeString(target.resolve("b (2).txt"), "older");
        ExtractReport report = extract(rule(ConflictRule.KEEP_BOTH));
        assertThat(resultOf(report, "b.txt")).isEqualTo(Result.EXTRACTED_RENAMED);
        assertThat(target.resolve("b.txt")).hasContent("old");
        assertThat(target.resolve("b (3).txt")).hasContent("new b");
    }

    @Test
    void overwriteNeverReplacesAFolder() throws IOException {
        twoFiles();
        Files.createDirectories(target.resolve("b.txt/inside"));
        extract(rule(ConflictRule.OVERWRITE));
        assertThat(target.resolve("b.txt/inside")).isDirectory();
        assertThat(target.resolve("b (2).txt")).hasContent("new b");
    }

    @Test
    void asksOnceWhenTheAnswerIsForAll() throws IOException {
        twoFiles();
        Files.createDirectory(target);
        Files.writeString(target.resolve("a.txt"), "old");
        Files.writeString(target.resolve("b.txt"), "old");
        List<Conflict> asked = new ArrayList<>();
        extract(
                ExtractOptions.asking(
                        target,
                        conflict -> {
                            asked.add(conflict);
                            return new ConflictAnswer(ConflictRule.OVERWRITE, true);
                        }));
        assertThat(asked).hasSize(1);
        assertThat(asked.get(0).existingSize()).isEqualTo(3);
        assertThat(target.resolve("b.txt")).hasContent("new b");
    }

    @Test
    void twoEntriesOfOneNameBothComeOut() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("a.txt", "first").file("./a.txt", "second");
        }
        ExtractReport report = extract(rule(ConflictRule.OVERWRITE));
        assertThat(report.cameOut()).isEqualTo(2);
        assertThat(target.resolve("a.txt")).hasContent("first");
        assertThat(target.resolve("a (2).txt")).hasContent("second");
    }

    /** On systems that take both for one file; the second is reported under its new name. */
    @Test
    void namesThatDifferOnlyByCaseBothComeOut() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            for (int i = 0; i < 40; i++) {
                zip.file("find-" + i + ".txt", "first " + i).file("FIND-" + i + ".txt", "second");
            }
        }
        Configuration one =
                Configuration.unix().toBuilder()
                        .setWorkingDirectory("/disk")
                        .setNameCanonicalNormalization(PathNormalization.CASE_FOLD_ASCII)
                        .build();
        try (FileSystem system = Jimfs.newFileSystem(one);
                ArchiveReader reader = ZipReader.open(archive)) {
            Path out = system.getPath("/disk/out");
            ExtractReport report =
                    new Extractor(
                                    reader,
                                    ExtractOptions.of(out, ConflictRule.OVERWRITE),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .extract(reader.listing().entries());
            assertThat(report.count(Result.EXTRACTED)).isEqualTo(40);
            assertThat(report.count(Result.EXTRACTED_RENAMED)).isEqualTo(40);
            for (int i = 0; i < 40; i++) {
                assertThat(Files.readString(out.resolve("find-" + i + ".txt")))
                        .isEqualTo("first " + i);
                assertThat(Files.readString(out.resolve("FIND-" + i + " (2).txt")))
                        .isEqualTo("second");
            }
        }
    }

    @Test
    void damagedEntryDoesNotKeepItsNameAndTheRestComesOut() throws IOException {
        Path dig = TestTrees.dig(folder);
        PackOptions stored = PackOptions.STANDARD.withLevel(Level.STORE);
        TestTrees.pack(archive, stored, "p", dig);
        byte[] bytes = Files.readAllBytes(archive);
        int place = indexOf(bytes, "C-104.jpg".getBytes()) + 60_000;
        bytes[place] ^= 1;
        Files.write(archive, bytes);
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(resultOf(report, "dig/C-104.jpg")).isEqualTo(Result.DAMAGED);
        assertThat(report.cameOut()).isEqualTo(7);
        assertThat(target.resolve("dig/C-104.jpg")).doesNotExist();
        try (Stream<Path> all = Files.list(target.resolve("dig"))) {
            assertThat(all.map(path -> path.getFileName().toString()))
                    .noneMatch(name -> name.startsWith(".lacuna"));
        }
    }

    private static int indexOf(byte[] bytes, byte[] part) {
        for (int i = 0; i < bytes.length; i++) {
            if (java.util.Arrays.equals(bytes, i, i + part.length, part, 0, part.length)) {
                return i;
            }
        }
        throw new AssertionError("not found");
    }

    @Test
    void cancelLeavesNothingHalfMade() throws IOException {
        TestTrees.pack(archive, PackOptions.STANDARD, "p", TestTrees.dig(folder));
        CancelSource cancel = new CancelSource();
        ExtractOptions options = rule(ConflictRule.FAIL);
        assertThatThrownBy(() -> extract(options, cancel, progress -> cancel.cancel()))
                .isInstanceOf(CancellationException.class);
        try (Stream<Path> all = Files.walk(target)) {
            assertThat(all.filter(path -> Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS)))
                    .isEmpty();
        }
    }

    @Test
    void asksForThePasswordBeforeWritingAnything() throws IOException {
        TestTrees.pack(archive, PackOptions.STANDARD, "p", TestTrees.dig(folder));
        try (ArchiveReader reader = ZipReader.open(archive)) {
            Extractor extractor =
                    new Extractor(
                            reader,
                            rule(ConflictRule.FAIL),
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(() -> extractor.extract(reader.listing().entries()))
                    .isInstanceOf(PasswordRequired.class);
        }
        assertThat(target).doesNotExist();
    }

    @Test
    void fileInPlaceOfTheFolderIsAClearFailure() throws IOException {
        twoFiles();
        Files.writeString(target, "a file");
        assertThatThrownBy(() -> extract(rule(ConflictRule.OVERWRITE)))
                .isInstanceOf(TargetUnusable.class);
        assertThat(target).hasContent("a file");
    }

    @Test
    void nameThatIsTooLongFailsAloneAndIsReported() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("n".repeat(300), "x").file("b.txt", "new b");
        }
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(report.entries().get(0).result()).isEqualTo(Result.NOT_WRITTEN);
        assertThat(target.resolve("b.txt")).hasContent("new b");
        assertThat(report.isComplete()).isFalse();
    }

    @Test
    void existingFolderKeepsItsOwnTime() throws IOException {
        TestTrees.pack(archive, PackOptions.STANDARD, "p", TestTrees.dig(folder));
        Path scanned = Files.createDirectories(target.resolve("dig/to-be-scanned"));
        FileTime before = FileTime.fromMillis(1_000_000_000_000L);
        Files.setLastModifiedTime(scanned, before);
        extract(rule(ConflictRule.FAIL));
        assertThat(Files.getLastModifiedTime(scanned)).isEqualTo(before);
    }
}
