package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile.Sort;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CondensedTest {
    @TempDir Path folder;

    private List<ReadableFile> files() throws IOException {
        Path season = Files.createDirectories(folder.resolve("season"));
        Path survey = Files.createDirectories(season.resolve("survey"));
        List<ReadableFile> files = new ArrayList<>();
        files.add(ReadableFile.now(season, "season"));
        files.add(ReadableFile.now(survey, "season/survey"));
        files.add(ReadableFile.now(Files.writeString(survey.resolve("a"), "a"), "season/survey/a"));
        files.add(ReadableFile.now(Files.writeString(season.resolve("b"), "b"), "season/b"));
        files.add(ReadableFile.now(Files.writeString(folder.resolve("alone"), "c"), "alone"));
        return files;
    }

    @Test
    void fewAreListedOneByOne() throws IOException {
        List<ReadableFile> files = files();
        assertThat(Condensed.of(files, 5)).isEqualTo(files);
    }

    @Test
    void ofManyTheTopmostFoldersAreRememberedAndWhatIsInNone() throws IOException {
        List<ReadableFile> condensed = Condensed.of(files(), 4);
        assertThat(condensed)
                .extracting(ReadableFile::entry)
                .containsExactlyInAnyOrder("season", "alone");
        assertThat(condensed.get(0).sort()).isEqualTo(Sort.TREE);
    }
}
