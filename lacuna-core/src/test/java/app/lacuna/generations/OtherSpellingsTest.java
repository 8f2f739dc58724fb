package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class OtherSpellingsTest {
    private static OtherSpellings of(Path... places) {
        OtherSpellings spellings = new OtherSpellings();
        for (Path place : places) {
            spellings.add(place);
        }
        return spellings;
    }

    @Test
    void has_whereCaseIsIgnored_theOtherSpelling() throws IOException {
        try (FileSystem disk = Jimfs.newFileSystem(Configuration.osX())) {
            Path then = disk.getPath("/levels.csv");
            Path found = Files.writeString(disk.getPath("/Levels.csv"), "1");
            assertThat(of(then).has(found)).isTrue();
            assertThat(of(disk.getPath("/other.csv")).has(found)).isFalse();
        }
    }

    @Test
    void has_whereCaseCounts_onlyOtherFiles() throws IOException {
        try (FileSystem disk = Jimfs.newFileSystem(Configuration.unix())) {
            Path then = Files.writeString(disk.getPath("/levels.csv"), "1");
            Path found = Files.writeString(disk.getPath("/Levels.csv"), "1");
            assertThat(of(then).has(found)).as("another file").isFalse();
            assertThat(of(found).has(found)).as("the same spelling").isFalse();
            Files.delete(then);
            assertThat(of(then).has(found)).as("deleted since").isFalse();
        }
    }
}
