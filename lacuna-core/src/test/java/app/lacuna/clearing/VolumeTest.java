package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class VolumeTest {
    @TempDir Path dir;

    private static ReadableFile in(Path folder) throws IOException {
        Files.createDirectories(folder);
        return ReadableFile.now(Files.writeString(folder.resolve("find.txt"), "hearth"), "");
    }

    @Test
    void top_isOnTheSameDevice_andTheFolderAboveIsNot() throws IOException {
        Path top = Volume.top(dir);
        assertThat(dir.startsWith(top)).isTrue();
        assertThat(Volume.isSame(top, dir)).isTrue();
        assertThat(top.getParent() == null || !Volume.isSame(top, top.getParent())).isTrue();
    }

    @Test
    void foldersOnOneDevice_haveOneTop() throws IOException {
        List<ReadableFile> files = List.of(in(dir.resolve("a")), in(dir.resolve("b")));
        assertThat(Volume.of(files)).containsExactly(Volume.top(dir));
    }

    @Test
    void deletedFolder_hasNoTop() throws IOException {
        ReadableFile file = in(dir.resolve("a"));
        Files.delete(file.path());
        Files.delete(dir.resolve("a"));
        assertThat(Volume.of(List.of(file))).isEmpty();
    }

    @Test
    void whereDevicesHaveNoNumbers_theTopIsTheRoot() throws IOException {
        try (FileSystem windows = Jimfs.newFileSystem(Configuration.windows())) {
            Path root = windows.getRootDirectories().iterator().next();
            List<ReadableFile> files =
                    List.of(in(root.resolve("a")), in(root.resolve("b").resolve("c")));
            assertThat(Volume.of(files)).containsExactly(root);
            assertThat(Volume.isThere(root)).isTrue();
            assertThat(Volume.isSame(root.resolve("a"), root.resolve("b"))).isTrue();
        }
    }

    @Test
    void isThere_isFalseForAnEmptyMountPoint() throws IOException {
        // the folder remains, on the device of the folder above it
        assertThat(Volume.isThere(Files.createDirectory(dir.resolve("stick")))).isFalse();
        assertThat(Volume.isThere(dir.resolve("missing"))).isFalse();
    }
}
