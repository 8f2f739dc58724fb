package app.lacuna.verify;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.compression.Level;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ProofTest {
    @TempDir Path folder;
    private Path dig;
    private Path archive;
    private List<FileItem> originals;

    @BeforeEach
    void pack() throws IOException {
        dig = TestTrees.dig(folder);
        archive = folder.resolve("a.zip");
        PackOptions stored = PackOptions.STANDARD.withLevel(Level.STORE);
        TestTrees.pack(archive, stored, "p", dig);
        originals = TestTrees.scan(dig).items();
    }

    private ProofReport prove() throws IOException {
        return run(true);
    }

    private ProofReport run(boolean compare) throws IOException {
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "p")) {
            Proof proof = new Proof(reader, ProgressListener.none(), CancelToken.never());
            return compare ? proof.against(originals) : proof.withoutOriginals();
        }
    }

    private static Map<String, Verdict> verdicts(ProofReport report) {
        return report.entries().stream()
                .collect(Collectors.toMap(ProofEntry::path, ProofEntry::verdict));
    }

    @Test
    void untouchedOriginalsAreIdentical() throws IOException {
        ProofReport report = prove();
        assertThat(report.allIdentical()).isTrue();
        assertThat(report.count(Verdict.IDENTICAL)).isEqualTo(8);
    }

    @Test
    void toldAsideWhateverBecameOfAnOriginal() throws IOException {
        Files.writeString(dig.resolve("levels.csv"), "changed");
        Files.delete(dig.resolve("empty.txt"));
        Files.delete(dig.resolve("latest.csv"));
        Files.createSymbolicLink(dig.resolve("latest.csv"), Path.of("発掘.txt"));
        Files.delete(dig.resolve("to-be-scanned"));
        Files.createFile(dig.resolve("to-be-scanned"));
        Map<String, Verdict> verdicts = verdicts(prove());
        assertThat(verdicts)
                .containsEntry("dig/levels.csv", Verdict.ORIGINAL_CHANGED)
                .containsEntry("dig/empty.txt", Verdict.ORIGINAL_GONE)
                .containsEntry("dig/latest.csv", Verdict.ORIGINAL_CHANGED)
                .containsEntry("dig/to-be-scanned", Verdict.ORIGINAL_CHANGED)
                .containsEntry("dig/C-104.jpg", Verdict.IDENTICAL);
        assertThat(prove().archiveIsWhole()).isTrue();
    }

    @Test
    void otherBytesWithTheOldSizeAndTimeDiffer() throws IOException {
        Path file = dig.resolve("C-104.jpg");
        FileTime time = Files.getLastModifiedTime(file);
        byte[] bytes = Files.readAllBytes(file);
        bytes[bytes.length - 1] ^= 1;
        Files.write(file, bytes);
        Files.setLastModifiedTime(file, time);
        ProofReport report = prove();
        assertThat(verdicts(report)).containsEntry("dig/C-104.jpg", Verdict.DIFFERS);
        assertThat(report.archiveIsWhole()).isFalse();
    }

    @Test
    void touchedButSameBytesAreIdentical() throws IOException {
        Files.setLastModifiedTime(dig.resolve("levels.csv"), FileTime.fromMillis(0));
        assertThat(prove().allIdentical()).isTrue();
    }

    @Test
    void originalThatGrewIsNoticedAtItsEnd() throws IOException {
        Files.write(
                dig.resolve("C-104.jpg"), new byte[] {1}, java.nio.file.StandardOpenOption.APPEND);
        assertThat(verdicts(prove())).containsEntry("dig/C-104.jpg", Verdict.ORIGINAL_CHANGED);
    }

    @Test
    void damagedEntryIsDamagedWithAndWithoutOriginals() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        String text = new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1);
        bytes[text.indexOf("C-104.jpg") + 70_000] ^= 1;
        Files.write(archive, bytes);
        assertThat(verdicts(prove())).containsEntry("dig/C-104.jpg", Verdict.DAMAGED);
        ProofReport alone = run(false);
        assertThat(alone.count(Verdict.DAMAGED)).isEqualTo(1);
        assertThat(alone.count(Verdict.WHOLE)).isEqualTo(7);
        assertThat(alone.archiveIsWhole()).isFalse();
    }

    @Test
    void whatIsOnlyOnDiskIsReported() throws IOException {
        Files.writeString(dig.resolve("new.txt"), "new");
        originals = TestTrees.scan(dig).items();
        assertThat(verdicts(prove())).containsEntry("dig/new.txt", Verdict.NOT_IN_ARCHIVE);
    }
}
