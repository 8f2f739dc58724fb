package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PlacesTest {
    @TempDir Path dir;

    @Test
    void of_driveUnderAnotherName_isFoundThere() throws IOException {
        Path folder = dir.resolve("media/stick/backups/season");
        Path other = Files.createDirectories(dir.resolve("media/stick1/backups/season"));
        List<Path> mounts = List.of(dir.resolve("media/stick1"), dir.resolve("media/empty"));
        assertThat(Places.of(folder, mounts)).containsExactly(folder, other);
    }

    @Test
    void of_shorterPathOnTheDrive_isFoundToo() throws IOException {
        Path top = Files.createDirectories(dir.resolve("mnt/season"));
        assertThat(Places.of(dir.resolve("media/stick/season"), List.of(dir.resolve("mnt"))))
                .containsExactly(dir.resolve("media/stick/season"), top);
    }

    @Test
    void of_fileUnderTheName_isNoPlace() throws IOException {
        Files.writeString(Files.createDirectory(dir.resolve("mnt")).resolve("season"), "a file");
        Path folder = dir.resolve("season");
        assertThat(Places.of(folder, List.of(dir.resolve("mnt")))).containsExactly(folder);
        assertThat(Places.of(folder)).startsWith(folder);
    }
}
