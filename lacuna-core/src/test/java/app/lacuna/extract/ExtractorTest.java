package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipReader;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.compression.Level;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.extract.ExtractedEntry.Result;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import com.google.common.jimfs.PathNormalization;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

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
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "p")) {
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
                OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "")) {
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
        ExtractReport report = extract(options, cancel, progress -> cancel.cancel());
        assertThat(report.stopped()).get().isInstanceOf(CancellationException.class);
        assertThat(report.count(Result.NOT_REACHED)).isEqualTo(report.entries().size());
        assertThat(target).as("made for nothing").doesNotExist();
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

    @Test
    void aChainOfLinksNeverLeadsOut() throws IOException {
        Files.writeString(folder.resolve("secret.txt"), "outside");
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.folder("p").folder("p/q").folder("p/q/r");
            zip.link("p/q/r/x", "../../..").link("y", "p/q/r/x/../../..").link("z", "p/q/r/x");
            zip.link("w", "./../out/z");
        }
        ExtractReport report = extract(rule(ConflictRule.OVERWRITE));
        assertThat(resultOf(report, "p/q/r/x")).isEqualTo(Result.EXTRACTED);
        assertThat(resultOf(report, "y")).isEqualTo(Result.REFUSED);
        assertThat(resultOf(report, "z")).isEqualTo(Result.EXTRACTED);
        assertThat(resultOf(report, "w")).isEqualTo(Result.REFUSED);
        try (Stream<Path> all = Files.walk(target)) {
            for (Path path : (Iterable<Path>) all.filter(Files::isSymbolicLink)::iterator) {
                assertThat(path.toRealPath()).startsWith(target.toRealPath());
            }
        }
    }

    /**
     * Somebody's own link in the folder leads elsewhere: nothing of the archive goes through it.
     */
    @Test
    void aLinkThroughALinkThatWasThereIsRefused() throws IOException {
        Files.createDirectories(target);
        Files.createSymbolicLink(target.resolve("mine"), folder);
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.link("y", "mine/secret.txt");
        }
        assertThat(resultOf(extract(rule(ConflictRule.OVERWRITE)), "y")).isEqualTo(Result.REFUSED);
    }

    @ParameterizedTest
    @EnumSource(names = {"SKIP", "OVERWRITE", "KEEP_BOTH"})
    void whatIsUnsafeIsRefusedWhateverIsInItsPlace(ConflictRule rule) throws IOException {
        Files.createDirectories(target);
        Files.writeString(target.resolve("y"), "mine");
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.link("y", "/etc/hostname");
        }
        assertThat(resultOf(extract(rule(rule)), "y")).isEqualTo(Result.REFUSED);
        assertThat(target.resolve("y")).hasContent("mine");
    }

    @Test
    void aLinkTakesThePlaceOfAFileInOneStep() throws IOException {
        Files.createDirectories(target);
        Files.writeString(target.resolve("latest"), "mine");
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.file("a", "x").link("latest", "a");
        }
        ExtractReport report = extract(rule(ConflictRule.OVERWRITE));
        assertThat(report.isComplete()).isTrue();
        assertThat(Files.readSymbolicLink(target.resolve("latest"))).hasToString("a");
        assertThat(target.toFile().list()).containsExactlyInAnyOrder("a", "latest");
    }

    /** On a file system without links the file that is in the way stays. */
    @Test
    void aFileStaysWhereTheLinkThatShouldReplaceItCanNotBeMade() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.link("latest", "a");
        }
        Configuration without =
                Configuration.unix().toBuilder()
                        .setWorkingDirectory("/disk")
                        .setSupportedFeatures()
                        .build();
        try (FileSystem system = Jimfs.newFileSystem(without);
                OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "")) {
            Path out = Files.createDirectories(system.getPath("/disk/out"));
            Files.writeString(out.resolve("latest"), "mine");
            ExtractReport report =
                    new Extractor(
                                    reader,
                                    ExtractOptions.of(out, ConflictRule.OVERWRITE),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .extract(reader.listing().entries());
            assertThat(report.count(Result.NOT_WRITTEN)).isEqualTo(1);
            assertThat(Files.readString(out.resolve("latest"))).isEqualTo("mine");
        }
    }

    @Test
    void linksThatAreWrittenALittleDifferentlyAreSaid() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.folder("t").link("l", "t/").link("m", "t//x").link("n", "t");
        }
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(resultOf(report, "l")).isEqualTo(Result.EXTRACTED_ALTERED);
        assertThat(resultOf(report, "m")).isEqualTo(Result.EXTRACTED_ALTERED);
        assertThat(resultOf(report, "n")).isEqualTo(Result.EXTRACTED);
        assertThat(report.isComplete()).isTrue();
    }

    /** After the first file has come out, and not before anything has been done. */
    @Test
    void aReportIsCompleteAfterACancelInTheMiddle() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            for (int i = 0; i < 200; i++) {
                zip.file("d" + i + "/f.txt", "text " + i);
            }
        }
        CancelSource cancel = new CancelSource();
        ExtractReport report =
                extract(
                        rule(ConflictRule.FAIL),
                        cancel,
                        told -> {
                            if (told.doneItems() > 0) {
                                cancel.cancel();
                            }
                        });
        assertThat(report.stopped()).get().isInstanceOf(CancellationException.class);
        assertThat(report.isComplete()).isFalse();
        assertThat(report.entries()).hasSize(200);
        for (ExtractedEntry entry : report.entries()) {
            boolean there = Files.exists(target.resolve(entry.entry().path()));
            assertThat(there).as(entry.entry().path()).isEqualTo(entry.result().cameOut());
        }
        assertThat(report.cameOut()).isPositive();
    }

    @Test
    void foldersThatNobodyMayEnterGetTheirPermissionsLast() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.folderWithMode("closed", 0).folderWithMode("closed/inner", 0500);
            zip.file("closed/inner/f.txt", "x");
        }
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(report.isComplete()).isTrue();
        assertThat(report.withoutAttributes()).isEmpty();
        assertThat(Files.getPosixFilePermissions(target.resolve("closed"))).isEmpty();
    }

    @Test
    void aStickyFolderIsStickyAgain() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            zip.folderWithMode("shared", 01777);
        }
        extract(rule(ConflictRule.FAIL));
        int mode = (Integer) Files.getAttribute(target.resolve("shared"), "unix:mode");
        assertThat(mode & 07777).isEqualTo(01777);
    }

    @Test
    void whatStandsOpenAmongProtectedEntriesIsLeftUnlessItIsWanted() throws IOException {
        Path mine = Files.writeString(folder.resolve("mine.txt"), "mine");
        TestTrees.pack(archive, PackOptions.STANDARD, "p", mine);
        addOpenly(archive, "planted.txt", "planted");
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(resultOf(report, "mine.txt")).isEqualTo(Result.EXTRACTED);
        assertThat(resultOf(report, "planted.txt")).isEqualTo(Result.UNPROTECTED);
        assertThat(target.resolve("planted.txt")).doesNotExist();
        assertThat(report.isComplete()).isFalse();
        report = extract(rule(ConflictRule.SKIP).with(ExtractOptions.Unprotected.TAKE_OUT));
        assertThat(resultOf(report, "planted.txt")).isEqualTo(Result.EXTRACTED);
    }

    /** As anybody can who has the archive and not the password. */
    private static void addOpenly(Path archive, String name, String text) throws IOException {
        try (net.lingala.zip4j.ZipFile zip = new net.lingala.zip4j.ZipFile(archive.toFile())) {
            net.lingala.zip4j.model.ZipParameters parameters =
                    new net.lingala.zip4j.model.ZipParameters();
            parameters.setFileNameInZip(name);
            zip.addStream(new java.io.ByteArrayInputStream(text.getBytes()), parameters);
        }
    }

    @Test
    void holesComeBackAsHoles() throws IOException {
        Path sparse = folder.resolve("film.raw");
        try (var file = new java.io.RandomAccessFile(sparse.toFile(), "rw")) {
            file.write("begin".getBytes());
            file.seek(40_000_000);
            file.write("middle".getBytes());
            file.setLength(60_000_000);
        }
        TestTrees.pack(archive, PackOptions.STANDARD, "p", sparse);
        extract(rule(ConflictRule.FAIL));
        Path out = target.resolve("film.raw");
        assertThat(Files.mismatch(sparse, out)).isEqualTo(-1);
        assertThat(blocks(out)).isLessThan(1_000);
    }

    /** Of 512 bytes, as the system counts them. */
    private static long blocks(Path file) throws IOException {
        Process stat = new ProcessBuilder("stat", "-c", "%b", file.toString()).start();
        return Long.parseLong(new String(stat.getInputStream().readAllBytes()).strip());
    }

    @Tag("slow")
    @Test
    void thousandsOfEqualNamesBesideEachOtherAreNotCountedAnew() throws IOException {
        try (CraftedZip zip = new CraftedZip(archive)) {
            for (int i = 0; i < 1_500; i++) {
                zip.file("same.txt", "text " + i);
            }
        }
        ExtractReport report = extract(rule(ConflictRule.FAIL));
        assertThat(report.cameOut()).isEqualTo(1_500);
        assertThat(target.resolve("same (1500).txt")).exists();
    }

    @Test
    void dotsBehindALinkMeanWhatTheFileSystemSays() throws IOException {
        Files.createDirectories(folder.resolve("far/away"));
        Files.createSymbolicLink(folder.resolve("l"), folder.resolve("far/away"));
        twoFiles();
        extract(ExtractOptions.of(folder.resolve("l/../ex"), ConflictRule.FAIL));
        assertThat(folder.resolve("far/ex/a.txt")).exists();
        assertThat(folder.resolve("ex")).doesNotExist();
    }
}
