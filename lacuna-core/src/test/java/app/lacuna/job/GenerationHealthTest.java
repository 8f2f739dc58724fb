package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.History;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A damaged, lost or foreign generation concerns itself alone. */
class GenerationHealthTest {
    private static final Instant START = Instant.parse("2040-11-11T18:00:00Z");
    private static final RoundRunJob.Wish FULL = new RoundRunJob.Wish(true, false);

    @TempDir Path folder;
    private Path source;
    private Path drive;
    private Round round;

    @BeforeEach
    void make() throws IOException {
        source = Files.createDirectory(folder.resolve("Trench C"));
        drive = Files.createDirectory(folder.resolve("drive"));
        Files.writeString(source.resolve("a.txt"), "one");
        Files.writeString(source.resolve("b.txt"), "two");
        round = RoundsForTests.round(source, drive, Form.ZIP, Keep.USUAL);
    }

    private RoundRun run(int day) throws IOException {
        return RoundsForTests.run(round, START.plusSeconds(86_400L * day));
    }

    private RoundRun runFull(int day) throws IOException {
        return RoundsForTests.run(round, START.plusSeconds(86_400L * day), FULL);
    }

    private void edit(String text) throws IOException {
        Files.writeString(source.resolve("a.txt"), text);
    }

    private static void flip(Path file, long at) throws IOException {
        byte[] bytes = Files.readAllBytes(file);
        bytes[(int) at] ^= 1;
        Files.write(file, bytes);
    }

    private void assertRestores(Generation generation) throws IOException {
        try (Moment moment = RoundsForTests.moment(round, generation)) {
            Path out = Files.createTempDirectory(folder, "out");
            assertThat(RoundsForTests.takeOut(moment, out.resolve("x")).isComplete()).isTrue();
            SameTree.assertSame(out.resolve("x/Trench C"), source);
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = Form.class,
            names = {"ZIP", "BACKUP"})
    void run_afterCheckFoundDamage_storesContentAgain(Form form) throws IOException {
        round = RoundsForTests.round(source, drive, form, Keep.USUAL);
        Generation first = run(0).latest();
        flip(first.file(), Files.size(first.file()) / 2);
        assertThat(RoundsForTests.check(round))
                .noneMatch(each -> each.state() == RoundCheckJob.State.WHOLE);
        RoundRun again;
        try {
            again = run(1);
        } catch (WrongPassword e) {
            again = null; // damage in the only generation cannot be told from a wrong password
        }
        if (again != null) {
            assertThat(again.made()).isPresent();
            assertThat(again.brokenBefore()).contains(first.id());
            assertRestores(again.latest());
        }
    }

    @Test
    void check_withDataBehindTheMessage_findsDamageAndLosesNothing() throws IOException {
        round = RoundsForTests.round(source, drive, Form.BACKUP, Keep.USUAL);
        Generation first = run(0).latest();
        Files.write(first.file(), new byte[40], StandardOpenOption.APPEND);
        assertThat(RoundsForTests.check(round).get(0).state())
                .isEqualTo(RoundCheckJob.State.DAMAGED);
        assertRestores(first);
    }

    @Test
    void run_afterCheckFoundDamageInOlder_storesItsContentAgain() throws IOException {
        Generation first = run(0).latest();
        edit("three");
        run(1);
        flip(first.file(), Files.size(first.file()) / 2);
        RoundsForTests.check(round);
        RoundRun next = run(2);
        assertThat(next.made()).isPresent();
        assertRestores(next.latest());
    }

    @Test
    void retention_withLostGenerations_keepsOlderGoodOnes() throws IOException {
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(3, 0, 0, 0));
        Generation good = runFull(0).latest();
        edit("three");
        Path second = runFull(1).latest().file();
        edit("four");
        Path third = runFull(2).latest().file();
        Files.delete(second);
        Files.delete(third);
        edit("five");
        Generation newest = runFull(3).latest();
        assertThat(Moment.store(round).present()).contains(good);
        assertThat(newest.file()).exists();
    }

    @Test
    void retention_withDamagedGenerations_keepsOlderGoodOnes() throws IOException {
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(2, 0, 0, 0));
        Generation good = runFull(0).latest();
        edit("three");
        Generation bad = runFull(1).latest();
        flip(bad.file(), Files.size(bad.file()) / 2);
        RoundsForTests.check(round);
        edit("four");
        runFull(2);
        assertThat(good.file()).exists();
        edit("five");
        runFull(3);
        edit("six");
        runFull(4);
        assertThat(good.file()).doesNotExist();
        assertThat(bad.file()).doesNotExist();
    }

    @Test
    void run_afterLostGenerationOfTheFuture_isNotPruned() throws IOException {
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(1, 0, 0, 0));
        Generation ahead = run(5_000).latest();
        Files.delete(ahead.file());
        Generation made = run(0).latest();
        assertThat(made.file()).exists();
        assertThat(made.sequence()).isGreaterThan(ahead.sequence());
        assertRestores(made);
    }

    @Test
    void run_withClockBehind_comesAfterThePreviousOne() throws IOException {
        run(9);
        edit("three");
        Generation second = run(1).latest();
        List<Generation> listed = Moment.store(round).listed();
        assertThat(listed.get(1)).isEqualTo(second);
        assertRestores(second);
        assertThat(run(2).made()).isEmpty();
    }

    @Test
    void run_withLostUnneededGeneration_makesNoCopy() throws IOException {
        run(0);
        edit("three");
        Generation middle = run(1).latest();
        edit("four");
        run(2);
        Files.delete(middle.file());
        RoundRun next = run(3);
        assertThat(next.made()).isEmpty();
        assertThat(next.brokenBefore()).isEmpty();
    }

    @ParameterizedTest
    @EnumSource(
            value = Form.class,
            names = {"ZIP", "BACKUP"})
    void run_withDamagedNewestHeader_goesOn(Form form) throws IOException {
        round = RoundsForTests.round(source, drive, form, Keep.USUAL);
        runFull(0);
        edit("three");
        Generation newest = runFull(1).latest();
        flip(newest.file(), form == Form.ZIP ? 40 : 12);
        edit("four");
        RoundRun next = run(2);
        assertThat(next.brokenBefore()).contains(newest.id());
        assertRestores(next.latest());
        assertThat(RoundsForTests.check(round))
                .extracting(RoundCheckJob.Checked::state)
                .contains(RoundCheckJob.State.WHOLE);
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            List<History.Event> events =
                    new HistoryJob(
                                    Moment.store(round),
                                    password,
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .of(path -> path.endsWith("a.txt"));
            assertThat(events).hasSize(2);
        }
    }

    /** The newest generation has got another password by itself: the older ones do not open. */
    @Test
    void run_afterNewestGotAnotherPassword_storesAllAgain() throws IOException {
        Generation first = run(0).latest();
        edit("three");
        Generation second = run(1).latest();
        try (Secret old = TestTrees.secret(RoundsForTests.PASSWORD);
                Secret other = TestTrees.secret("another")) {
            RelockRequest request =
                    new RelockRequest(
                            RewriteTarget.inPlace(second.file()),
                            Protection.AES_256,
                            Names.HIDDEN,
                            Optional.empty());
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(Optional.of(old), Optional.of(other));
            edit("four");
            RoundRun next =
                    new RoundRunJob(
                                    round,
                                    other,
                                    RoundRunJob.Wish.USUAL,
                                    RoundsForTests.at(START.plusSeconds(200_000)),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .run();
            assertThat(next.brokenBefore()).containsExactly(first.id());
            try (Moment moment =
                    Moment.open(
                            Moment.store(round),
                            next.latest(),
                            other,
                            ProgressListener.none(),
                            CancelToken.never())) {
                assertThat(moment.broken()).isEmpty();
                assertThat(RoundsForTests.takeOut(moment, folder.resolve("out")).isComplete())
                        .isTrue();
            }
        }
    }

    @Test
    void check_withWrongPassword_fails() throws IOException {
        run(0);
        try (Secret wrong = TestTrees.secret("wrong")) {
            RoundCheckJob job =
                    new RoundCheckJob(
                            Moment.store(round),
                            wrong,
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(job::run).isInstanceOf(WrongPassword.class);
        }
        assertThat(Moment.store(round).listed()).noneMatch(Generation::suspect);
    }

    @Test
    void run_withForeignFileOfThatName_goesOn() throws IOException {
        run(0);
        Path store = round.generations();
        String ending = round.backup().orElseThrow().ending();
        String name = store.getFileName() + "-20400101T000000Z-whole" + ending;
        Files.writeString(store.resolve(name), "PK\3\4 nothing of ours");
        Files.createDirectory(store.resolve(name.replace("0101T", "0102T")));
        edit("three");
        assertThat(run(1).made()).isPresent();
        assertThat(store.resolve(name)).exists();
    }

    /** A directory in the place of the file cannot be deleted: it is not empty. */
    @Test
    void run_withOldGenerationThatCannotBeDeleted_goesOn() throws IOException {
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(1, 0, 0, 0));
        Generation old = runFull(0).latest();
        Files.delete(old.file());
        Files.createDirectories(old.file().resolve("inside"));
        for (int day = 1; day < 4; day++) {
            edit("day " + day);
            assertThat(runFull(day).made()).isPresent();
        }
        assertThat(Moment.store(round).present()).hasSize(2);
    }

    /** What was announced as removed stays if the one that was to replace it is lost. */
    @Test
    void run_afterStopWhileRemoving_decidesAgain() throws IOException {
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(2, 0, 0, 0));
        Generation first = runFull(0).latest();
        edit("three");
        Generation second = runFull(1).latest();
        Path list = round.generations().resolve(GenerationStore.LIST);
        String text = Files.readString(list);
        int end = text.lastIndexOf('}');
        Files.writeString(
                list, text.substring(0, end) + ", \"removing\" : [ \"" + first.id() + "\" ] }");
        Files.delete(second.file());
        edit("four");
        run(2);
        assertThat(first.file()).exists();
    }
}
