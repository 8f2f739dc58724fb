package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Jimfs;
import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** On a system that can hold folders open, and on one that can not. */
class HeldFolderTest {
    private static final String NAME = Register.PREFIX + "4711x1-2" + Aside.ENDING;

    private FileSystem unix;
    private FileSystem windows;

    @BeforeEach
    void make() {
        unix = Jimfs.newFileSystem(Configuration.unix());
        windows = Jimfs.newFileSystem(Configuration.windows());
    }

    @AfterEach
    void end() throws IOException {
        unix.close();
        windows.close();
    }

    private Path parent(boolean holds) throws IOException {
        Path parent = holds ? unix.getPath("/home/dig") : windows.getPath("C:\\dig");
        Files.createDirectories(parent.resolve(NAME));
        Files.write(parent.resolve("a.txt"), new byte[3]);
        Files.write(parent.resolve("b.txt"), new byte[4]);
        return parent;
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void take_andPutBack(boolean holds) throws IOException {
        Path parent = parent(holds);
        Path aside = parent.resolve(NAME);
        HeldFolder held = HeldFolder.open(aside);
        held.take(parent.resolve("a.txt").getFileName());
        assertThat(Files.exists(parent.resolve("a.txt"))).isFalse();
        assertThat(Files.size(aside.resolve("a.txt"))).isEqualTo(3);
        assertThat(held.putBack(parent.resolve("a.txt").getFileName()))
                .isEqualTo(parent.resolve("a.txt"));
        held.close();
        assertThat(Files.size(parent.resolve("a.txt"))).isEqualTo(3);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void putBackAll_deletesTheFolder(boolean holds) throws IOException {
        Path parent = parent(holds);
        HeldFolder held = HeldFolder.open(parent.resolve(NAME));
        held.take(parent.resolve("a.txt").getFileName());
        held.take(parent.resolve("b.txt").getFileName());
        assertThat(held.putBackAll()).isTrue();
        held.close();
        assertThat(Files.exists(parent.resolve(NAME))).isFalse();
        assertThat(Files.size(parent.resolve("b.txt"))).isEqualTo(4);
    }

    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void open_ofNoFolder_isAnError(boolean holds) throws IOException {
        Path parent = parent(holds);
        Files.delete(parent.resolve(NAME));
        if (holds) {
            assertThatThrownBy(() -> HeldFolder.open(parent.resolve(NAME)))
                    .isInstanceOf(NoSuchFileException.class);
        } else {
            HeldFolder paths = HeldFolder.open(parent.resolve(NAME));
            assertThatThrownBy(() -> paths.take(parent.resolve("a.txt").getFileName()))
                    .isInstanceOf(NoSuchFileException.class);
            assertThat(Files.size(parent.resolve("a.txt"))).isEqualTo(3);
        }
    }

    @Test
    void putBack_afterTheParentWasRenamed_reachesTheSameParent() throws IOException {
        Path parent = parent(true);
        Path name = parent.resolve("a.txt").getFileName();
        HeldFolder held = HeldFolder.open(parent.resolve(NAME));
        held.take(name);
        Path renamed = Files.move(parent, parent.resolveSibling("renamed"));
        Files.write(renamed.resolve("a.txt"), new byte[9]); // another file with its name
        held.putBack(name);
        held.close();
        assertThat(Files.size(renamed.resolve("a.txt"))).isEqualTo(9);
        assertThat(Files.size(renamed.resolve("a (2).txt"))).isEqualTo(3);
        assertThat(Files.exists(parent)).isFalse();
    }

    @Test
    void putBackAll_afterTheParentWasReplaced_reachesTheFirstParent() throws IOException {
        Path parent = parent(true);
        HeldFolder held = HeldFolder.open(parent.resolve(NAME));
        held.take(parent.resolve("a.txt").getFileName());
        held.take(parent.resolve("b.txt").getFileName());
        Path renamed = Files.move(parent, parent.resolveSibling("renamed"));
        Files.createDirectory(parent);
        assertThat(held.putBackAll()).isTrue();
        held.close();
        assertThat(Files.size(renamed.resolve("a.txt"))).isEqualTo(3);
        assertThat(Files.size(renamed.resolve("b.txt"))).isEqualTo(4);
        assertThat(Files.exists(renamed.resolve(NAME))).isFalse();
        try (Stream<Path> inside = Files.list(parent)) {
            assertThat(inside).isEmpty();
        }
    }
}
