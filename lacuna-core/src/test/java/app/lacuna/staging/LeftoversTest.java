package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A process that really dies is in {@code KilledTest}. */
class LeftoversTest {
    private static final String DEAD = "4194999"; // above the largest process number of Linux

    @TempDir Path folder;

    private Path left(String process) throws IOException {
        return Files.writeString(
                folder.resolve(StagedFile.PREFIX + process + "-1f" + StagedFile.SUFFIX), "half");
    }

    private Path journal(String process) throws IOException {
        Path state = Files.createDirectories(folder.resolve("state"));
        return Files.writeString(state.resolve(process + ".folders"), folder + "\n");
    }

    @Test
    void filesOfADeadProcessAreTakenAway() throws IOException {
        Path left = left(DEAD);
        Path other = left("12");
        Path mine = Files.writeString(folder.resolve(".lacuna-notes"), "mine");
        Path journal = journal(DEAD);
        assertThat(Leftovers.start(folder.resolve("state"))).isEqualTo(1);
        assertThat(left).doesNotExist();
        assertThat(journal).doesNotExist();
        assertThat(other).as("of a process that is not known to be dead").exists();
        assertThat(mine).exists();
    }

    @Test
    void filesOfALivingProcessStay() throws IOException {
        Path left = left(DEAD);
        Path journal = journal(DEAD);
        try (FileChannel channel = FileChannel.open(journal, StandardOpenOption.WRITE);
                FileLock lock = channel.lock()) {
            assertThat(lock.isValid()).isTrue();
            assertThat(Leftovers.start(folder.resolve("state"))).isZero();
            assertThat(left).exists();
        }
    }

    @Test
    void folderThatIsGoneIsNoTrouble() throws IOException {
        Path state = Files.createDirectories(folder.resolve("state"));
        Files.writeString(state.resolve(DEAD + ".folders"), "/no/such/place\n\n");
        assertThat(Leftovers.start(state)).isZero();
    }

    @Test
    void placeThatCanNotBeWrittenIsNoTrouble() throws IOException {
        Path file = Files.createFile(folder.resolve("file"));
        assertThat(Leftovers.start(file.resolve("state"))).isZero();
    }

    @Test
    void everySystemHasItsPlace() {
        Path home = Path.of("/home/me");
        assertThat(StateFolder.of("Linux", home, Map.of()))
                .isEqualTo(Path.of("/home/me/.local/state/lacuna"));
        assertThat(StateFolder.of("Linux", home, Map.of("XDG_STATE_HOME", "/s")))
                .isEqualTo(Path.of("/s/lacuna"));
        assertThat(StateFolder.of("Mac OS X", home, Map.of()))
                .isEqualTo(Path.of("/home/me/Library/Application Support/Lacuna"));
        assertThat(StateFolder.of("Windows 11", home, Map.of("LOCALAPPDATA", "/l")))
                .isEqualTo(Path.of("/l/Lacuna"));
    }
}
