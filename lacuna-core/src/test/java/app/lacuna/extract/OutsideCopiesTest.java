package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipReader;
import app.lacuna.common.CancelToken;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OutsideCopiesTest {
    @TempDir Path folder;
    private final OutsideCopies copies = new OutsideCopies(Path.of("winter.zip"));
    private Path archive;
    private OpenedArchive reader;

    @BeforeEach
    void open() throws IOException {
        Path dig = TestTrees.dig(folder);
        archive = TestTrees.pack(folder.resolve("a.zip"), PackOptions.STANDARD, "p", dig);
        unlock();
    }

    private void unlock() throws IOException {
        reader = OpenedFile.of(ZipReader.open(archive), "p");
    }

    @AfterEach
    void close() throws IOException {
        copies.close();
        reader.close();
    }

    private Path copy(String path) throws IOException {
        return copies.open(reader, entry(path), CancelToken.never());
    }

    private ArchiveEntry entry(String path) {
        return reader.listing().entries().stream()
                .filter(entry -> entry.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    private static void save(Path file, String text, int second) throws IOException {
        Files.writeString(file, text);
        Files.setLastModifiedTime(file, FileTime.from(Instant.ofEpochSecond(second)));
    }

    @Test
    void hasItsOwnNameInAFolderThatOnlyTheUserCanRead() throws IOException {
        Path file = copy("dig/levels.csv");
        assertThat(file.getFileName()).hasToString("levels.csv");
        assertThat(file).hasSameBinaryContentAs(folder.resolve("dig/levels.csv"));
        Path top = file.getParent().getParent();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(top)))
                .isEqualTo("rwx------");
        assertThat(copy("dig/levels.csv")).isEqualTo(file);
        assertThat(copies.count()).isEqualTo(1);
    }

    private static FileItem packed(Path file) {
        return TestTrees.scan(file).items().get(0).withPath("dig/levels.csv");
    }

    @Test
    void noticesAChangeAndForgetsItWhenItIsPacked() throws IOException {
        Path file = copy("dig/levels.csv");
        assertThat(copies.changed()).isEmpty();
        save(file, "changed", 1);
        assertThat(copies.changed()).containsExactly("dig/levels.csv");
        copies.packed(packed(file));
        assertThat(copies.changed()).isEmpty();
    }

    @Test
    void whatWasSavedAgainWhileItWasPackedIsStillAChange() throws IOException {
        Path file = copy("dig/levels.csv");
        save(file, "changed", 1);
        FileItem packed = packed(file);
        save(file, "changed again", 2);
        copies.packed(packed);
        assertThat(copies.changed()).containsExactly("dig/levels.csv");
    }

    @Test
    void aNewTimeAloneIsNoChange() throws IOException {
        Path file = copy("dig/levels.csv");
        Files.setLastModifiedTime(file, FileTime.from(Instant.ofEpochSecond(5)));
        assertThat(copies.changed()).isEmpty();
    }

    @Test
    void programsThatSaveByReplacingAreNoticedToo() throws IOException {
        Path file = copy("dig/levels.csv");
        Files.delete(file);
        assertThat(copies.changed()).isEmpty();
        save(file.resolveSibling("new"), "changed", 1);
        Files.move(file.resolveSibling("new"), file);
        assertThat(copies.changed()).containsExactly("dig/levels.csv");
        Files.writeString(file, Files.readString(folder.resolve("dig/levels.csv")));
        assertThat(copies.changed()).isEmpty();
    }

    @Test
    void discardingTakesOneAwayAndClosingAll() throws IOException {
        Path first = copy("dig/levels.csv");
        Path second = copy("dig/C-104.jpg");
        Files.writeString(second.resolveSibling("~lock"), "of the other program");
        copies.discard("dig/levels.csv");
        assertThat(first.getParent()).doesNotExist();
        assertThat(second).exists();
        copies.close();
        assertThat(second.getParent().getParent()).doesNotExist();
        assertThat(copies.changed()).isEmpty();
    }

    @Test
    void nothingIsLeftOfADamagedEntry() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1; // in the noise of the picture
        Files.write(archive, bytes);
        reader.close();
        unlock();
        assertThatThrownBy(() -> copy("dig/C-104.jpg")).isInstanceOf(DamagedArchive.class);
        assertThat(copies.copyOf("dig/C-104.jpg")).isEmpty();
        try (var all = Files.walk(copies.place(0).getParent())) {
            assertThat(all.filter(Files::isRegularFile)).isEmpty();
        }
    }
}
