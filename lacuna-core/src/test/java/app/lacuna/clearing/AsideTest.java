package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files out of reach come back, whatever happens to the folders around them. */
class AsideTest {
    private static final String ASIDE = Register.PREFIX + "4711x1-2" + Aside.ENDING;

    @TempDir Path folder;
    private Path parent;
    private TestRegister register;

    @BeforeEach
    void make() throws IOException {
        register = TestRegister.in(folder.resolve("register"));
        parent = Files.createDirectories(folder.resolve("above/src"));
        Files.writeString(parent.resolve("a.txt"), "precious");
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private Line line(Optional<Path> volume) {
        Path aside = parent.resolve(ASIDE);
        return new Line(Mark.ASIDE, aside, "", Instant.now(), "", Optional.empty(), volume);
    }

    /** As a killed process leaves it. */
    private void moveAside() throws IOException {
        Files.createDirectory(parent.resolve(ASIDE));
        Files.move(parent.resolve("a.txt"), parent.resolve(ASIDE).resolve("a.txt"));
    }

    @Test
    void close_putsBackWhatIsLeft() throws IOException {
        try (Aside aside = Aside.in(parent)) {
            aside.take(parent.resolve("a.txt"));
            assertThat(parent.resolve("a.txt")).doesNotExist();
        }
        assertThat(parent).isDirectoryContaining("glob:**/a.txt");
        assertThat(Files.list(parent)).hasSize(1);
    }

    @Test
    void close_afterParentWasRenamed_putsBackInside() throws IOException {
        Path renamed = folder.resolve("above/renamed");
        try (Aside aside = Aside.in(parent)) {
            aside.take(parent.resolve("a.txt"));
            Files.move(parent, renamed);
        }
        assertThat(renamed.resolve("a.txt")).hasContent("precious");
        assertThat(Files.list(renamed)).hasSize(1);
    }

    @Test
    void putBack_afterParentWasRenamedAndNameTaken_takesAnotherName() throws IOException {
        Path renamed = folder.resolve("above/renamed");
        try (Aside aside = Aside.in(parent)) {
            Path there = aside.take(parent.resolve("a.txt"));
            Files.move(parent, renamed);
            Files.writeString(renamed.resolve("a.txt"), "new");
            aside.putBack(there);
        }
        assertThat(renamed.resolve("a.txt")).hasContent("new");
        assertThat(renamed.resolve("a (2).txt")).hasContent("precious");
    }

    @Test
    void recovery_afterParentWasRenamed_putsBackInside() throws IOException {
        moveAside();
        Path renamed = folder.resolve("above/renamed");
        Files.move(parent, renamed);
        assertThat(AsideRecovery.isDone(line(Optional.empty()))).isTrue();
        assertThat(renamed.resolve("a.txt")).hasContent("precious");
    }

    @Test
    void recovery_afterFolderAboveWasRenamed_putsBackInside() throws IOException {
        moveAside();
        Files.move(folder.resolve("above"), folder.resolve("elsewhere"));
        assertThat(AsideRecovery.isDone(line(Optional.empty()))).isTrue();
        assertThat(folder.resolve("elsewhere/src/a.txt")).hasContent("precious");
    }

    /** A new folder has the name of the renamed one. */
    @Test
    void recovery_withNewFolderOfThatName_findsTheRenamedOne() throws IOException {
        moveAside();
        Path renamed = folder.resolve("above/renamed");
        Files.move(parent, renamed);
        Files.createDirectory(parent);
        assertThat(AsideRecovery.isDone(line(Optional.empty()))).isTrue();
        assertThat(renamed.resolve("a.txt")).hasContent("precious");
    }

    /** The mount point is an ordinary folder while the stick is away. */
    @Test
    void recovery_whileDiskIsNotMounted_waits() throws IOException {
        moveAside();
        Path away = folder.resolve("in the drawer");
        Files.move(folder.resolve("above"), away);
        Files.createDirectory(folder.resolve("above"));
        Line line = line(Optional.of(folder.resolve("above")));
        assertThat(AsideRecovery.isDone(line)).isFalse();
        Files.delete(folder.resolve("above"));
        Files.move(away, folder.resolve("above"));
        assertThat(AsideRecovery.isDone(line)).isTrue();
        assertThat(parent.resolve("a.txt")).hasContent("precious");
    }

    @Test
    void recovery_afterStopBetweenLinkAndUnlink_leavesOneName() throws IOException {
        moveAside();
        Files.createLink(parent.resolve("a.txt"), parent.resolve(ASIDE).resolve("a.txt"));
        assertThat(AsideRecovery.isDone(line(Optional.empty()))).isTrue();
        assertThat(Files.list(parent)).containsExactly(parent.resolve("a.txt"));
    }

    @Test
    void journalOnFullDisk_nothingIsMoved() throws IOException {
        Register.use(Optional.empty());
        // a link: the register deletes its journal at the end
        Path full = Files.createSymbolicLink(folder.resolve("full"), Path.of("/dev/full"));
        Register.use(folder, Journal.ofDeadProcess(full).orElseThrow());
        assertThatThrownBy(() -> Aside.in(parent)).isInstanceOf(NotRecordedException.class);
        assertThat(Files.list(parent)).containsExactly(parent.resolve("a.txt"));
        Register.use(Optional.empty());
        assertThatThrownBy(() -> Aside.in(parent)).isInstanceOf(NotRecordedException.class);
    }
}
