package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

@EnabledOnOs(OS.LINUX)
class FileMarkTest {
    @TempDir Path folder;
    private Path file;

    @BeforeEach
    void make() throws IOException {
        file = Files.writeString(folder.resolve("a"), "1;2");
    }

    @Test
    void isStill_untilSizeOrTimeOrFileIsAnother() throws IOException {
        FileMark mark = FileMark.of(file);
        FileTime time = Files.getLastModifiedTime(file);
        assertThat(mark.isStill(file)).isTrue();
        Files.setLastModifiedTime(file, FileTime.fromMillis(1_000));
        assertThat(mark.isStill(file)).as("another time").isFalse();
        Files.setLastModifiedTime(file, time);
        assertThat(mark.isStill(file)).isTrue();
        Files.writeString(file, "1;22");
        Files.setLastModifiedTime(file, time);
        assertThat(mark.isStill(file)).as("another size").isFalse();
        Path other = Files.writeString(folder.resolve("b"), "1;2");
        Files.setLastModifiedTime(other, time);
        assertThat(mark.isStill(other)).as("another file").isFalse();
        Files.delete(file);
        assertThat(mark.isStill(file)).as("gone").isFalse();
    }

    @Test
    void isReadOnly_asItsOwnerSaid() throws IOException {
        assertThat(FileMark.of(file).isReadOnly()).isFalse();
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("r--rw-rw-"));
        assertThat(FileMark.of(file).isReadOnly()).isTrue();
    }

    @Test
    void giveOwnershipTo_givesThePermissions() throws IOException {
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r-----"));
        Path other = Files.writeString(folder.resolve("b"), "x");
        FileMark.of(file).giveOwnershipTo(other);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(other)))
                .isEqualTo("rw-r-----");
    }

    /** A file system without Unix permissions, as those of Windows are. */
    @Test
    void whereTheFileSystemKnowsNoUsers_sizeAndTimeCount() throws IOException {
        try (FileSystem windows = Jimfs.newFileSystem(Configuration.windows())) {
            Path one = Files.write(windows.getPath("C:\\a"), new byte[3]);
            Path two = Files.write(windows.getPath("C:\\b"), new byte[3]);
            FileMark mark = FileMark.of(one);
            mark.giveOwnershipTo(two);
            assertThat(mark.isReadOnly()).isFalse();
            assertThat(mark.isStill(one)).isTrue();
            Files.write(one, new byte[4]);
            assertThat(mark.isStill(one)).isFalse();
        }
    }

    @Test
    void marksOfSeveral_areStillOnlyIfAllAre() throws IOException {
        Path other = Files.writeString(folder.resolve("b"), "x");
        FileMarks marks = FileMarks.of(List.of(file, other));
        assertThat(marks.areStill()).isTrue();
        assertThat(marks.files()).containsExactly(file, other);
        Files.delete(other);
        assertThat(marks.areStill()).isFalse();
        assertThat(FileMarks.of(Map.of(file, FileMark.of(file))).areStill()).isTrue();
        assertThat(FileMarks.none().areStill()).as("of no file").isFalse();
    }
}
