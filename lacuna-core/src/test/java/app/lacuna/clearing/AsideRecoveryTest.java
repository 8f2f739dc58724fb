package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is done at the next start about a folder that a dead process had moved things into. */
class AsideRecoveryTest {
    private static final String NAME = Register.PREFIX + "4711x1-2" + Aside.ENDING;

    @TempDir Path folder;
    private Path parent;

    @BeforeEach
    void make() throws IOException {
        parent = Files.createDirectories(folder.resolve("above/src"));
    }

    private Line line(Path parentThen) {
        Path aside = parentThen.resolve(NAME);
        return new Line(
                Mark.ASIDE, aside, "", Instant.EPOCH, "", Optional.empty(), Optional.empty());
    }

    private Path asideIn(Path place) throws IOException {
        Path aside = Files.createDirectories(place.resolve(NAME));
        Files.writeString(aside.resolve("a.txt"), "precious");
        return aside;
    }

    @Test
    void isDone_whereTheFolderHasGone() {
        assertThat(AsideRecovery.isDone(line(parent))).isTrue();
    }

    @Test
    void isNotDone_whileItsParentIsNowhere() {
        assertThat(AsideRecovery.isDone(line(folder.resolve("above/gone/too")))).isFalse();
    }

    @Test
    void isNotDone_whereItWasMovedTooFarToBeFound() throws IOException {
        asideIn(folder.resolve("above/1/2/3/4/5/6"));
        assertThat(AsideRecovery.isDone(line(folder.resolve("above/gone/too")))).isFalse();
        assertThat(folder.resolve("above/1/2/3/4/5/6").resolve(NAME).resolve("a.txt")).exists();
    }

    @Test
    void putBackFrom_movesEverythingBack_beneathWhatHasTheName() throws IOException {
        Path aside = asideIn(parent);
        Files.writeString(aside.resolve("b.txt"), "second");
        Files.writeString(parent.resolve("a.txt"), "newer");
        assertThat(AsideRecovery.putBackFrom(aside)).isTrue();
        assertThat(parent.resolve("a.txt")).hasContent("newer");
        assertThat(parent.resolve("a (2).txt")).hasContent("precious");
        assertThat(parent.resolve("b.txt")).hasContent("second");
        assertThat(aside).doesNotExist();
    }

    @Test
    void putBackFrom_ofAFolderThatIsNotOurs_touchesNothing() throws IOException {
        Path other = Files.createDirectory(parent.resolve("season"));
        Files.writeString(other.resolve("a.txt"), "own");
        assertThat(AsideRecovery.putBackFrom(other)).isTrue();
        Path alike = Files.createDirectory(parent.resolve(Register.PREFIX + "season"));
        Files.writeString(alike.resolve("a.txt"), "own");
        assertThat(AsideRecovery.putBackFrom(alike)).isTrue();
        Path file = Files.writeString(parent.resolve(NAME), "a file of that name");
        assertThat(AsideRecovery.putBackFrom(file)).isTrue();
        assertThat(other.resolve("a.txt")).exists();
        assertThat(alike.resolve("a.txt")).exists();
        assertThat(file).exists();
    }

    @Test
    void putBackFrom_whereSomethingCannotBeMoved_isTriedAgain() throws IOException {
        Path aside = asideIn(parent);
        try (Undeletable held = Undeletable.below(aside)) {
            assertThat(held.isHeld()).isTrue();
            assertThat(AsideRecovery.putBackFrom(aside)).isFalse();
        }
        assertThat(aside.resolve("a.txt")).exists();
        assertThat(AsideRecovery.putBackFrom(aside)).isTrue();
        assertThat(parent.resolve("a.txt")).hasContent("precious");
    }

    private Line line(Path parentThen, Path volume) {
        Path aside = parentThen.resolve(NAME);
        return new Line(
                Mark.ASIDE, aside, "", Instant.EPOCH, "", Optional.empty(), Optional.of(volume));
    }

    @Test
    void isNotDone_whileItCannotBeInspected() {
        Path tooLong = folder.resolve("x".repeat(300)); // no name is as long
        assertThat(AsideRecovery.isDone(line(tooLong))).isFalse();
    }

    @Test
    void isNotDone_whileItsDiskIsNotMounted() {
        assertThat(AsideRecovery.isDone(line(parent, folder))).as("no disk").isFalse();
        assertThat(AsideRecovery.isDone(line(parent, Path.of("/")))).isTrue();
    }

    @Test
    void isDone_whereItsFolderWasRenamed_andEverythingIsBack() throws IOException {
        Path renamed = folder.resolve("above/renamed");
        asideIn(renamed);
        assertThat(AsideRecovery.isDone(line(parent))).isTrue();
        assertThat(renamed.resolve("a.txt")).hasContent("precious");
        asideIn(renamed);
        Files.delete(parent);
        assertThat(AsideRecovery.isDone(line(parent))).isTrue();
    }
}
