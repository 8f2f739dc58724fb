package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReadableCopiesTest {
    @TempDir Path folder;

    private ReadableCopies extractTo(Path out) throws IOException {
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"), PackOptions.STANDARD, "p", TestTrees.dig(folder));
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "p")) {
            return ReadableCopies.of(
                    new Extractor(
                                    reader,
                                    ExtractOptions.of(out, ConflictRule.OVERWRITE),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .extract(reader.listing().entries()));
        }
    }

    @Test
    void everythingThatCameOutIsGone() throws IOException {
        Path out = folder.resolve("out/of");
        ReadableCopies copies = extractTo(out);
        assertThat(copies.count()).isEqualTo(5);
        ReadableCopies.Result cleared = copies.clear();
        assertThat(cleared.gone()).isEqualTo(5);
        assertThat(cleared.kept()).isEmpty();
        assertThat(out).doesNotExist();
    }

    @Test
    void anotherNameForTheSameFileKeepsItsContents() throws IOException {
        Path out = folder.resolve("out");
        ReadableCopies copies = extractTo(out);
        Path levels = out.resolve("dig/levels.csv");
        Path snapshot = Files.createLink(folder.resolve("snapshot"), levels);
        byte[] before = Files.readAllBytes(snapshot);
        ReadableCopies.Result cleared = copies.clear();
        assertThat(levels).doesNotExist();
        assertThat(cleared.linked()).containsExactly(levels);
        assertThat(snapshot).hasBinaryContent(before);
    }

    @Test
    void whatWasChangedSinceStays() throws IOException {
        Path out = Files.createDirectory(folder.resolve("out"));
        Files.writeString(out.resolve("mine.txt"), "mine");
        ReadableCopies copies = extractTo(out);
        Path changed = out.resolve("dig/levels.csv");
        Files.writeString(changed, "corrected");
        Files.delete(out.resolve("dig/empty.txt"));
        ReadableCopies.Result cleared = copies.clear();
        assertThat(cleared.gone()).isEqualTo(4);
        assertThat(cleared.kept()).containsExactly(changed);
        assertThat(changed).hasContent("corrected");
        assertThat(out.resolve("mine.txt")).hasContent("mine");
        assertThat(out.resolve("dig/C-104.jpg")).doesNotExist();
        assertThat(out.resolve("dig/to-be-scanned")).doesNotExist();
    }
}
