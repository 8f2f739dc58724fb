package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Feature;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FreeNameTest {
    @TempDir Path dir;

    @ParameterizedTest
    @CsvSource({
        "levels.csv, levels (2).csv",
        ".hidden, .hidden (2)",
        "notes, notes (2)",
        "a.tar.zst, a.tar (2).zst",
        "a., a (2)."
    })
    void numbered_keepsTheEnding(String name, String expected) {
        assertThat(FreeName.numbered(name, 2)).isEqualTo(expected);
    }

    @Test
    void move_takenName_leavesBoth() throws IOException {
        Path from = Files.writeString(dir.resolve("a"), "1");
        Path to = Files.writeString(dir.resolve("b"), "2");
        assertThat(FreeName.move(from, to)).isFalse();
        assertThat(from).hasContent("1");
        assertThat(to).hasContent("2");
    }

    @Test
    void move_ontoItself_keepsTheFile() throws IOException {
        Path file = Files.writeString(dir.resolve("a"), "1");
        assertThat(FreeName.move(file, file)).isFalse();
        assertThat(file).hasContent("1");
    }

    @Test
    void move_interruptedBetweenLinkAndDeletion_isCompleted() throws IOException {
        Path from = Files.writeString(dir.resolve("a"), "1");
        Path to = Files.createLink(dir.resolve("b"), from);
        assertThat(FreeName.move(from, to)).isTrue();
        assertThat(from).doesNotExist();
        assertThat(to).hasContent("1");
    }

    @Test
    void move_foldersAndLinks_areMoved() throws IOException {
        Path folder = Files.createDirectory(dir.resolve("folder"));
        Files.writeString(folder.resolve("a"), "1");
        assertThat(FreeName.move(folder, dir.resolve("moved"))).isTrue();
        assertThat(dir.resolve("moved/a")).hasContent("1");
        Path link = Files.createSymbolicLink(dir.resolve("link"), Path.of("nowhere"));
        assertThat(FreeName.move(link, dir.resolve("other"))).isTrue();
        assertThat(Files.exists(link, LinkOption.NOFOLLOW_LINKS)).isFalse();
        assertThat(Files.readSymbolicLink(dir.resolve("other"))).isEqualTo(Path.of("nowhere"));
    }

    @Test
    void move_whereThereAreNoHardLinks_movesTheFile() throws IOException {
        Configuration plain =
                Configuration.unix().toBuilder()
                        .setSupportedFeatures(Feature.SYMBOLIC_LINKS)
                        .build();
        try (FileSystem disk = Jimfs.newFileSystem(plain)) {
            Path from = Files.writeString(disk.getPath("/a"), "1");
            Path to = disk.getPath("/b");
            assertThat(FreeName.move(from, to)).isTrue();
            assertThat(Files.exists(from)).isFalse();
            assertThat(Files.readString(to)).isEqualTo("1");
        }
    }

    @Test
    void moveInto_takenNames_countsOn() throws IOException {
        Files.writeString(dir.resolve("a.csv"), "1");
        Files.writeString(dir.resolve("a (2).csv"), "2");
        Path from = Files.writeString(Files.createDirectory(dir.resolve("in")).resolve("x"), "3");
        assertThat(FreeName.moveInto(from, dir, Path.of("a.csv")))
                .isEqualTo(dir.resolve("a (3).csv"))
                .hasContent("3");
    }
}
