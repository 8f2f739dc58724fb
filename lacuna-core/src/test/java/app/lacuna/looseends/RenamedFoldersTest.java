package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RenamedFoldersTest {
    @TempDir Path dir;
    private ReadableFile season;
    private ReadableFile levels;

    @BeforeEach
    void make() throws IOException {
        Path folder = Files.createDirectory(dir.resolve("season"));
        levels = ReadableFile.now(Files.writeString(folder.resolve("levels.csv"), "1;2"), "");
        season = ReadableFile.now(folder, "");
        for (int i = 0; i < 5; i++) { // other folders with a file of that name
            Path other = Files.createDirectory(dir.resolve("other-" + i));
            Files.copy(levels.path(), other.resolve("levels.csv"));
        }
    }

    @Test
    void find_renamedFolder_isKnownByItsKey() throws IOException {
        Path renamed = Files.move(season.path(), dir.resolve("winter"));
        assertThat(new RenamedFolders(List.of(season, levels)).find(levels))
                .contains(renamed.resolve("levels.csv"));
    }

    @Test
    void find_fileChangedInTheRenamedFolder_isNotFound() throws IOException {
        Path renamed = Files.move(season.path(), dir.resolve("winter"));
        Files.writeString(renamed.resolve("levels.csv"), "other levels");
        assertThat(new RenamedFolders(List.of(season, levels)).find(levels)).isEmpty();
    }

    @Test
    void find_deletedFolder_isNotFound() throws IOException {
        Files.delete(levels.path());
        Files.delete(season.path());
        Files.writeString(dir.resolve("a-file"), "no folder");
        assertThat(new RenamedFolders(List.of(season, levels)).find(levels)).isEmpty();
    }

    @Test
    void find_withoutARecordOfTheFolder_isNotFound() throws IOException {
        Files.move(season.path(), dir.resolve("winter"));
        assertThat(new RenamedFolders(List.of(levels)).find(levels)).isEmpty();
    }
}
