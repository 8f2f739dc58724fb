package app.lacuna.state;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

@EnabledOnOs(OS.LINUX)
class PrivatePlacesTest {
    @TempDir Path folder;

    private static String permissions(Path place) throws IOException {
        return PosixFilePermissions.toString(Files.getPosixFilePermissions(place));
    }

    @Test
    void makeFolder_closesAllThatItMakes_andLeavesWhatIsThere() throws IOException {
        Path there = Files.createDirectory(folder.resolve("there"));
        Files.setPosixFilePermissions(there, PosixFilePermissions.fromString("rwxr-xr-x"));
        Path made = there.resolve("a/b");
        PrivatePlaces.makeFolder(made);
        assertThat(permissions(made)).isEqualTo("rwx------");
        assertThat(permissions(made.getParent())).isEqualTo("rwx------");
        assertThat(permissions(there)).isEqualTo("rwxr-xr-x");
    }

    @Test
    void makeFolder_closesTheFolderItselfIfItIsOpen() throws IOException {
        Path open = Files.createDirectory(folder.resolve("open"));
        Files.setPosixFilePermissions(open, PosixFilePermissions.fromString("rwxrwxrwx"));
        PrivatePlaces.makeFolder(open);
        assertThat(permissions(open)).isEqualTo("rwx------");
    }

    @Test
    void makeNewFolder_isClosed_andTakesNoOther() throws IOException {
        Path made = folder.resolve("new");
        PrivatePlaces.makeNewFolder(made);
        assertThat(permissions(made)).isEqualTo("rwx------");
        assertThatThrownBy(() -> PrivatePlaces.makeNewFolder(made))
                .isInstanceOf(FileAlreadyExistsException.class);
        Path file = Files.createFile(folder.resolve("f"), PrivatePlaces.forFile(folder));
        assertThat(permissions(file)).isEqualTo("rw-------");
    }

    /** A file system without Unix permissions, as those of Windows are. */
    @Test
    void whereTheFileSystemKnowsNoUsers_thePlacesAreMadeAllTheSame() throws IOException {
        try (FileSystem windows = Jimfs.newFileSystem(Configuration.windows())) {
            Path top = windows.getPath("C:\\Users\\me");
            PrivatePlaces.makeFolder(top.resolve("a").resolve("b"));
            PrivatePlaces.makeNewFolder(top.resolve("c"));
            assertThat(Files.isDirectory(top.resolve("a").resolve("b"))).isTrue();
            assertThat(Files.isDirectory(top.resolve("c"))).isTrue();
            assertThat(PrivatePlaces.forFile(top)).isEmpty();
        }
    }
}
