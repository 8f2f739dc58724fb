package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.generations.Standing;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PutBackJobTest {
    private static final Instant START = Instant.parse("2040-11-11T18:00:00Z");

    @TempDir Path folder;
    private Path source;
    private Path asItWas;
    private Round round;
    private Generation first;

    @BeforeEach
    void make() throws IOException {
        source = Files.createDirectories(folder.resolve("Trench C/finds")).getParent();
        Files.writeString(source.resolve("register.csv"), "C-1;bone");
        Files.writeString(source.resolve("finds/C-121.txt"), "a brooch");
        Files.writeString(source.resolve("same"), "same");
        Files.createSymbolicLink(source.resolve("latest"), Path.of("finds/C-121.txt"));
        Path drive = Files.createDirectory(folder.resolve("drive"));
        round = RoundsForTests.round(source, drive, Form.ZIP, Keep.USUAL);
        first = RoundsForTests.run(round, START).latest();
        asItWas = folder.resolve("as it was");
        SameTree.copy(source, asItWas);
    }

    private PutBackJob.Result putBack(boolean removeNew) throws IOException {
        try (Moment moment = RoundsForTests.moment(round, first);
                Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            PutBackJob job =
                    new PutBackJob(
                            round,
                            moment,
                            RoundsForTests.at(START.plusSeconds(9_999)),
                            ProgressListener.none(),
                            CancelToken.never());
            return job.run(job.plan(path -> true, removeNew), password);
        }
    }

    private void change() throws IOException {
        Files.writeString(source.resolve("register.csv"), "spoilt");
        Files.delete(source.resolve("finds/C-121.txt"));
        Files.writeString(source.resolve("new.txt"), "written since");
        Files.delete(source.resolve("latest"));
        Files.createDirectories(source.resolve("new folder/inside"));
    }

    @Test
    void everythingStandsAgainstWhatIsThere() throws IOException {
        change();
        try (Moment moment = RoundsForTests.moment(round, first)) {
            Standing.All all =
                    new PutBackJob(
                                    round,
                                    moment,
                                    RoundsForTests.at(START),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .plan(path -> true, false)
                            .standing();
            assertThat(all.count(Standing.State.CHANGED)).isEqualTo(1);
            assertThat(all.count(Standing.State.GONE)).isEqualTo(2);
            assertThat(all.count(Standing.State.SAME)).isEqualTo(3);
            assertThat(all.added())
                    .extracting(item -> item.path())
                    .containsExactly(
                            "Trench C/new folder",
                            "Trench C/new folder/inside",
                            "Trench C/new.txt");
        }
    }

    @Test
    void whatIsNewStaysUnlessItIsToGo() throws IOException {
        change();
        PutBackJob.Result result = putBack(false);
        assertThat(result.isComplete()).isTrue();
        assertThat(result.putBack()).isEqualTo(3);
        assertThat(source.resolve("new.txt")).hasContent("written since");
        Files.delete(source.resolve("new.txt"));
        Files.delete(source.resolve("new folder/inside"));
        Files.delete(source.resolve("new folder"));
        SameTree.assertSame(source, asItWas);
    }

    @Test
    void itIsUndoneInOneStep() throws IOException {
        change();
        Path changed = folder.resolve("changed");
        SameTree.copy(source, changed);
        assertThat(putBack(true).isComplete()).isTrue();
        SameTree.assertSame(source, asItWas);
        GenerationStore store = Moment.store(round);
        assertThat(UndoJob.possible(store)).hasSize(1);
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            UndoJob.Result undone =
                    new UndoJob(store, password, ProgressListener.none(), CancelToken.never())
                            .run(UndoJob.possible(store).get(0));
            assertThat(undone.back().isComplete()).isTrue();
            assertThat(undone.removed()).isEqualTo(2);
        }
        SameTree.assertSame(source, changed);
    }

    /**
     * The generations may lie in a folder that is backed up: they are never what was not there
     * then.
     */
    @Test
    void theGenerationsThemselvesStay() throws IOException {
        Path inside = Files.createDirectory(source.resolve("drive inside"));
        round = RoundsForTests.round(source, inside, Form.ZIP, Keep.USUAL);
        first = RoundsForTests.run(round, START).latest();
        change();
        assertThat(putBack(true).isComplete()).isTrue();
        assertThat(first.file()).exists();
        assertThat(RoundsForTests.check(round)).allMatch(each -> each.lost().isEmpty());
        assertThat(source.resolve("new.txt")).doesNotExist();
    }

    @Test
    void undoingLeavesWhatWasEditedSince() throws IOException {
        change();
        putBack(false);
        Files.writeString(source.resolve("register.csv"), "edited since");
        GenerationStore store = Moment.store(round);
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            UndoJob.Result undone =
                    new UndoJob(store, password, ProgressListener.none(), CancelToken.never())
                            .run(UndoJob.possible(store).get(0));
            assertThat(undone.edited()).containsExactly("Trench C/register.csv");
        }
        assertThat(source.resolve("register.csv")).hasContent("edited since");
        assertThat(source.resolve("finds/C-121.txt")).doesNotExist();
    }

    /** What somebody writes after it was kept, and before it would be replaced, is not replaced. */
    @Test
    void whatIsWrittenMeanwhileStays() throws IOException {
        change();
        Path file = source.resolve("register.csv");
        try (Moment moment = RoundsForTests.moment(round, first);
                Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            PutBackJob job =
                    new PutBackJob(
                            round,
                            moment,
                            RoundsForTests.at(START.plusSeconds(9_999)),
                            told -> {
                                if (told.stage() == Stage.PROVING) {
                                    write(file, "edited meanwhile");
                                }
                            },
                            CancelToken.never());
            PutBackJob.Result result = job.run(job.plan(path -> true, false), password);
            assertThat(file).hasContent("edited meanwhile");
            assertThat(result.wrong()).containsExactly("Trench C/register.csv");
            assertThat(source.resolve("finds/C-121.txt")).hasContent("a brooch");
        }
    }

    private static void write(Path file, String text) {
        try {
            Files.writeString(file, text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void theArchiveOfBeforeIsNoGeneration() throws IOException {
        change();
        putBack(false);
        assertThat(Moment.store(round).listed()).hasSize(1);
        RoundRun next = RoundsForTests.run(round, START.plusSeconds(20_000));
        assertThat(next.isComplete()).isTrue();
    }
}
