package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.archive.zip.ZipReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.extract.Comparison.Compared;
import app.lacuna.extract.Comparison.State;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ComparisonTest {
    @TempDir Path folder;
    private Path dig;
    private OpenedArchive reader;

    @BeforeEach
    void open() throws IOException {
        dig = TestTrees.dig(folder);
        Path archive = TestTrees.pack(folder.resolve("a.zip"), PackOptions.STANDARD, "p", dig);
        reader = OpenedFile.of(ZipReader.open(archive), "p");
    }

    @AfterEach
    void close() throws IOException {
        reader.close();
    }

    private List<Compared> compare() throws IOException {
        return new Comparison(reader, folder, ProgressListener.none(), CancelToken.never())
                .of(reader.listing().entries());
    }

    private Map<String, State> differences() throws IOException {
        return compare().stream()
                .filter(each -> each.state() != State.SAME)
                .collect(Collectors.toMap(each -> each.entry().path(), Compared::state));
    }

    @Test
    void whatWasJustPackedIsTheSame() throws IOException {
        assertThat(differences()).isEmpty();
    }

    @Test
    void newAndChangedAreTold() throws IOException {
        Files.delete(dig.resolve("empty.txt"));
        Files.writeString(dig.resolve("levels.csv"), "point;level\nL1;1.86\n".repeat(3_000));
        Files.delete(dig.resolve("latest.csv"));
        Files.createSymbolicLink(dig.resolve("latest.csv"), Path.of("C-104.jpg"));
        Files.delete(dig.resolve("to-be-scanned"));
        Files.createFile(dig.resolve("to-be-scanned"));
        assertThat(differences())
                .containsOnly(
                        Map.entry("dig/empty.txt", State.NEW),
                        Map.entry("dig/levels.csv", State.CHANGED),
                        Map.entry("dig/latest.csv", State.CHANGED),
                        Map.entry("dig/to-be-scanned", State.CHANGED));
    }

    @Test
    void aFileOfTheSameContentsWithAnotherTimeIsTheSame() throws IOException {
        Files.setLastModifiedTime(dig.resolve("levels.csv"), FileTime.from(Instant.EPOCH));
        assertThat(differences()).isEmpty();
    }

    @Test
    void restoringTouchesOnlyWhatDiffers() throws IOException {
        FileTime old = FileTime.from(Instant.parse("2020-01-01T00:00:00Z"));
        Files.setLastModifiedTime(dig.resolve("C-104.jpg"), old);
        Files.writeString(dig.resolve("levels.csv"), "lost");
        List<ArchiveEntry> differing = Comparison.differing(compare());
        assertThat(differing).extracting(ArchiveEntry::name).containsExactly("levels.csv");
        new Extractor(
                        reader,
                        ExtractOptions.of(folder, ConflictRule.OVERWRITE),
                        ProgressListener.none(),
                        CancelToken.never())
                .extract(differing);
        assertThat(differences()).isEmpty();
        assertThat(Files.getLastModifiedTime(dig.resolve("C-104.jpg"))).isEqualTo(old);
    }
}
