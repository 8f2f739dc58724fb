package app.lacuna.desktop.parts.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What went to the trash comes back, or it is said that it did not and can be tried again. */
class ClearModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(9);
    private Path diary;
    private Path levels;
    private ClearModel model;

    @BeforeEach
    void throwAway() throws IOException {
        int user = (Integer) Files.getAttribute(folder, "unix:uid");
        Clock clock = Clock.fixed(Instant.parse("2040-11-11T17:00:00Z"), ZoneOffset.UTC);
        Trash trash = new FreedesktopTrash(folder.resolve("data"), user, clock);
        diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        levels = Files.writeString(folder.resolve("levels.csv"), "1;2");
        model = new ClearModel(script.life(), Optional.of(trash));
        model.clearAtOnce(
                How.TRASH,
                List.of(
                        new ClearTarget(
                                List.of(ReadableFile.now(diary, ""), ReadableFile.now(levels, "")),
                                Proofs.ofOurOwn())));
        script.settle();
        assertThat(model.last().get().orElseThrow().count()).isEqualTo(2);
        assertThat(diary).doesNotExist();
    }

    @Test
    void undo_bringsBoth() {
        model.undo();
        script.settle();
        assertThat(diary).hasContent("rain");
        assertThat(levels).hasContent("1;2");
        assertThat(model.last().get()).isEmpty();
        assertThat(model.failure().get()).isEmpty();
    }

    @Test
    void undo_cancelled_saysSoAndCanBeRepeated() {
        model.undo();
        model.clearing().cancel();
        script.settle();
        assertThat(diary).doesNotExist();
        assertThat(model.failure().get().orElseThrow().what()).isEqualTo("Cancelled.");
        model.undo();
        script.settle();
        assertThat(diary).hasContent("rain");
        assertThat(model.failure().get()).isEmpty();
    }

    /** Somebody has emptied half of the trash. */
    @Test
    void undo_ofWhatIsPartlyGone_keepsTheRestForAnotherTry() throws IOException {
        Path thrownAway = folder.resolve("data/Trash/files/diary.txt");
        Path aside = Files.move(thrownAway, folder.resolve("aside"));
        model.undo();
        script.settle();
        assertThat(levels).hasContent("1;2");
        assertThat(model.failure().get().orElseThrow().what())
                .isEqualTo("Not everything could be taken back.");
        assertThat(model.last().get().orElseThrow().inTrash())
                .extracting(ReadableFile::path)
                .containsExactly(diary);
        Files.move(aside, thrownAway);
        model.undo();
        script.settle();
        assertThat(diary).hasContent("rain");
        assertThat(model.last().get()).isEmpty();
        try (Stream<Path> left = Files.list(folder.resolve("data/Trash/files"))) {
            assertThat(left).isEmpty();
        }
    }
}
