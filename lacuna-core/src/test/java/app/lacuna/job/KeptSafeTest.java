package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.edit.PendingChanges;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.staging.Existing;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.FileHeader;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is complete is never exchanged for what is not, and nothing goes without a word. */
class KeptSafeTest {
    private static final String COMPOSED = "H\u00fctte";
    private static final String DECOMPOSED = "Hu\u0308tte";

    @TempDir Path folder;
    private Path archive;
    private Path diary;
    private Path levels;

    @BeforeEach
    void make() throws IOException {
        archive = folder.resolve("a.zip");
        diary = Files.writeString(folder.resolve("diary.txt"), "the old words");
        levels = Files.writeString(folder.resolve("levels.csv"), "1;2");
    }

    private interface Meanwhile {
        void happens() throws IOException;
    }

    private RewriteResult put(String password, Meanwhile meanwhile, Path... files)
            throws IOException {
        return put(new RewriteTarget(archive, archive), password, meanwhile, files);
    }

    private RewriteResult put(
            RewriteTarget where, String password, Meanwhile meanwhile, Path... files)
            throws IOException {
        PendingChanges changes;
        try (OpenedArchive reader = Jobs.open(archive, password)) {
            changes = new PendingChanges(reader.listing().entries());
        }
        changes.put(TestTrees.scan(files).items());
        meanwhile.happens();
        try (Secret secret = TestTrees.secret(password)) {
            return new ChangeJob(
                            where,
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(changes.plan());
        }
    }

    @Test
    void aReplacementThatCanNotBeReadLeavesTheOldEntryAndTheOldArchive() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", diary, levels);
        byte[] before = Files.readAllBytes(archive);
        Path more = Files.writeString(folder.resolve("more.txt"), "more");
        Files.writeString(diary, "the new words, longer");

        RewriteResult result = put("ebb", () -> Files.delete(diary), diary, more);

        assertThat(result.leftOut()).containsExactly(new LeftOut(diary, LeftOut.Reason.GONE));
        assertThat(archive).as("stays").hasBinaryContent(before);
        assertThat(result.keptInstead()).contains(archive);
        Path out = folder.resolve("out");
        Jobs.extract(result.archive(), "ebb", out);
        assertThat(out.resolve("diary.txt")).as("not lost").hasContent("the old words");
        assertThat(out.resolve("more.txt")).hasContent("more");
        assertThat(result.archive()).isNotEqualTo(archive).hasParent(folder);
    }

    @Test
    void whoReadsTheOldOneIsAskedToLetGoJustBeforeItIsReplaced() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", diary);
        byte[] before = Files.readAllBytes(archive);
        List<Boolean> asked = new ArrayList<>();
        RewriteTarget where =
                new RewriteTarget(archive, archive)
                        .before(
                                () -> {
                                    assertThat(archive).hasBinaryContent(before);
                                    asked.add(true);
                                });

        put(where, "ebb", () -> {}, levels);
        assertThat(asked).hasSize(1);

        Files.write(diary, new byte[5]);
        put(new RewriteTarget(archive, archive), "ebb", () -> {}, diary);
        RewriteTarget beside = where.before(() -> asked.add(false));
        put(beside, "ebb", () -> Files.delete(diary), diary, levels);
        assertThat(asked).as("not replaced, so not asked").hasSize(1);
    }

    @Test
    void whatStoodBehindTheArchiveIsCounted() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", diary);
        Files.write(archive, new byte[77], StandardOpenOption.APPEND);

        RewriteResult result = put("ebb", () -> {}, levels);

        assertThat(result.droppedBytes()).isEqualTo(77);
    }

    @Test
    void whatIsAddedHasThePasswordThatIsThereHoweverItIsSpelled() throws IOException {
        ZipParameters aes = new ZipParameters();
        aes.setEncryptFiles(true);
        aes.setEncryptionMethod(EncryptionMethod.AES);
        aes.setFileNameInZip("diary.txt");
        try (ZipFile zip = new ZipFile(archive.toFile(), DECOMPOSED.toCharArray())) {
            zip.setUseUtf8CharsetForPasswords(true);
            zip.addStream(new ByteArrayInputStream("flood".getBytes(StandardCharsets.UTF_8)), aes);
        }

        put(COMPOSED, () -> {}, levels);

        try (ZipFile zip = new ZipFile(archive.toFile(), DECOMPOSED.toCharArray())) {
            zip.setUseUtf8CharsetForPasswords(true);
            for (FileHeader header : zip.getFileHeaders()) {
                try (var in = zip.getInputStream(header)) {
                    assertThat(in.readAllBytes()).as(header.getFileName()).isNotEmpty();
                }
            }
            assertThat(zip.getFileHeaders()).hasSize(2);
        }
    }

    @Test
    void anIncompleteArchiveIsPublishedBesideACompleteOne() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", diary, levels);
        byte[] before = Files.readAllBytes(archive);
        FileSelection selection = TestTrees.scan(diary, levels);
        Files.delete(levels);

        PackResult result = pack(selection, archive, Existing.REPLACE);

        assertThat(archive).hasBinaryContent(before);
        assertThat(result.keptInstead()).contains(archive);
        assertThat(result.archive()).isEqualTo(folder.resolve("a (2).zip")).exists();
        try (OpenedArchive reader = Jobs.open(result.archive(), "ebb")) {
            assertThat(reader.listing().entries())
                    .extracting(ArchiveEntry::path)
                    .isEqualTo(List.of("diary.txt"));
        }
    }

    @Test
    void aWholeShareThatGoesIsNoReasonToReplaceAnything() throws IOException {
        Path share = Files.createDirectory(folder.resolve("share"));
        Path far = Files.writeString(share.resolve("far.txt"), "far");
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", diary, share);
        byte[] before = Files.readAllBytes(archive);
        FileSelection selection = TestTrees.scan(diary, share);
        Files.delete(far);
        Files.delete(share);

        PackResult result = pack(selection, archive, Existing.REPLACE);

        assertThat(result.isComplete()).isFalse();
        assertThat(archive).hasBinaryContent(before);
    }

    @Test
    void theTargetBehindALinkAndDotsIsWhereTheFileSystemSays() throws IOException {
        Path far = Files.createDirectories(folder.resolve("far/away")).getParent();
        Path here = Files.createDirectory(folder.resolve("here"));
        Files.createSymbolicLink(here.resolve("l"), Path.of("../far/away"));

        pack(TestTrees.scan(diary), here.resolve("l/../o.zip"), Existing.KEEP);

        assertThat(here.resolve("o.zip")).doesNotExist();
        assertThat(far.resolve("o.zip")).exists();
    }

    private PackResult pack(FileSelection selection, Path target, Existing existing)
            throws IOException {
        PackRequest request =
                new PackRequest(
                        selection,
                        target,
                        PackOptions.STANDARD,
                        OptionalLong.empty(),
                        existing,
                        PackRequest.AfterPacking.PROVE,
                        Optional.empty());
        try (Secret secret = TestTrees.secret("ebb")) {
            return new PackJob(
                            request,
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }
}
