package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.DestinationMissing;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.RoundIsRunning;
import app.lacuna.error.WrongPassword;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class RoundRunJobTest {
    private static final Instant START = Instant.parse("2040-11-11T18:00:00Z");

    @TempDir Path folder;
    private Path source;
    private Path drive;
    private Round round;

    @BeforeEach
    void make() throws IOException {
        source =
                Files.createDirectories(folder.resolve("Trench C/finds/empty"))
                        .getParent()
                        .getParent();
        drive = Files.createDirectory(folder.resolve("drive"));
        Files.writeString(source.resolve("register.csv"), "C-1;bone");
        Files.writeString(source.resolve(".survey-session"), "12");
        Files.writeString(source.resolve("finds/C-121.txt"), "a brooch");
        Files.createSymbolicLink(source.resolve("latest"), Path.of("finds/C-121.txt"));
        round = RoundsForTests.round(source, drive, Form.ZIP, Keep.USUAL);
    }

    private static Instant evening(int number) {
        return START.plusSeconds(86_400L * number);
    }

    @ParameterizedTest
    @EnumSource(
            value = Form.class,
            names = {"ZIP", "BACKUP"})
    void eachMomentComesBackAsItWas(Form form) throws IOException {
        round = RoundsForTests.round(source, drive, form, Keep.USUAL);
        Path asItWas = folder.resolve("as it was");
        RoundRun first = RoundsForTests.run(round, evening(0));
        assertThat(first.isComplete()).isTrue();
        SameTree.copy(source, asItWas.resolve("0/Trench C"));
        Files.writeString(source.resolve("register.csv"), "C-1;bone\nC-2;flint");
        Files.move(source.resolve("finds/C-121.txt"), source.resolve("finds/brooch.txt"));
        Files.writeString(source.resolve("new.txt"), "new");
        RoundRun second = RoundsForTests.run(round, evening(1));
        SameTree.copy(source, asItWas.resolve("1/Trench C"));
        assertThat(second.made().orElseThrow().kind()).isEqualTo(Generation.Kind.CHANGES);
        assertThat(second.counts().changed()).isEqualTo(1);
        assertThat(second.counts().renamed()).isEqualTo(1);
        assertThat(second.counts().added()).isEqualTo(1);
        Files.delete(source.resolve("new.txt"));
        RoundRun third = RoundsForTests.run(round, evening(2));
        assertThat(third.counts().gone()).isEqualTo(1);
        SameTree.copy(source, asItWas.resolve("2/Trench C"));
        RoundRun fourth = RoundsForTests.run(round, evening(3));
        assertThat(fourth.made()).isEmpty();

        List<Generation> all = Moment.store(round).listed();
        assertThat(all).hasSize(3);
        assertThat(all.get(2).sameUntil()).isEqualTo(evening(3));
        for (int i = 0; i < 3; i++) {
            try (Moment moment = RoundsForTests.moment(round, all.get(i))) {
                Path out = folder.resolve("out" + i);
                assertThat(RoundsForTests.takeOut(moment, out).isComplete()).isTrue();
                SameTree.assertSame(out.resolve("Trench C"), asItWas.resolve(i + "/Trench C"));
            }
        }
        assertThat(RoundsForTests.check(round))
                .allMatch(each -> each.state() == RoundCheckJob.State.WHOLE)
                .allMatch(each -> each.lost().isEmpty());
    }

    /** The new generation exists, whatever becomes of the older ones. */
    @Test
    void run_thatCannotRemoveAnOlderOne_saysSoAndIsDone() throws IOException {
        RoundRunJob.Wish whole = new RoundRunJob.Wish(true, false);
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(1, 0, 0, 0));
        RoundsForTests.run(round, evening(0));
        Path old = Moment.store(round).present().get(0).file();
        Files.delete(old);
        Files.writeString(Files.createDirectory(old).resolve("of somebody"), "else");
        RoundRun run = RoundsForTests.run(round, evening(1), whole);
        assertThat(run.made()).isPresent();
        assertThat(run.removed()).isEmpty();
        assertThat(run.notRemoved()).isEqualTo(1);
        assertThat(old.resolve("of somebody")).exists();
    }

    @Test
    void aChangeThatHidesItsTimeIsFound() throws IOException {
        Path file = source.resolve("register.csv");
        RoundsForTests.run(round, evening(0));
        FileTime before = Files.getLastModifiedTime(file);
        Files.writeString(file, "C-1;BONE");
        Files.setLastModifiedTime(file, before);
        RoundRun run = RoundsForTests.run(round, evening(1));
        assertThat(run.counts().changed()).isEqualTo(1);
        assertThat(run.storedFiles()).isEqualTo(1);
    }

    @Test
    void theDriveHasToBeTheRightOne() throws IOException {
        RoundsForTests.run(round, evening(0));
        Round begun = round.with(round.backup().orElseThrow().asBegun());
        Path away = folder.resolve("in the drawer");
        Files.move(drive, away);
        assertThatThrownBy(() -> RoundsForTests.run(begun, evening(1)))
                .isInstanceOf(DestinationMissing.class);
        Files.createDirectories(begun.generations());
        assertThatThrownBy(() -> RoundsForTests.run(begun, evening(1)))
                .isInstanceOf(DestinationMissing.class);
        assertThat(begun.generations()).isEmptyDirectory();
    }

    @Test
    void aSourceThatIsAwayIsNotAnEmptyOne() throws IOException {
        RoundsForTests.run(round, evening(0));
        Files.move(source, folder.resolve("away"));
        assertThatThrownBy(() -> RoundsForTests.run(round, evening(1)))
                .isInstanceOf(NothingToPack.class);
        assertThat(Moment.store(round).listed()).hasSize(1);
    }

    @Test
    void anotherPasswordIsNotBegunUnnoticed() throws IOException {
        RoundsForTests.run(round, evening(0));
        try (Secret other = TestTrees.secret("another")) {
            RoundRunJob job =
                    new RoundRunJob(
                            round,
                            other,
                            RoundRunJob.Wish.USUAL,
                            RoundsForTests.at(evening(1)),
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(job::run).isInstanceOf(WrongPassword.class);
        }
    }

    @Test
    void whatWasNotWrittenDownIsTakenUp() throws IOException {
        RoundsForTests.run(round, evening(0));
        Files.writeString(source.resolve("register.csv"), "changed");
        Generation second = RoundsForTests.run(round, evening(1)).latest();
        Path list = round.generations().resolve(GenerationStore.LIST);
        String both = Files.readString(list);
        Files.writeString(
                list,
                both.replaceFirst(
                        "(?s),\\s*\\{\\s*\"id\" : \"" + second.id() + "\".*?\\}(?=\\s*\\])", ""));
        assertThat(Moment.store(round).listed()).hasSize(1);
        RoundRun third = RoundsForTests.run(round, evening(2));
        assertThat(third.made()).isEmpty();
        assertThat(Moment.store(round).listed()).hasSize(2);
        assertThat(RoundsForTests.check(round)).allMatch(each -> each.lost().isEmpty());
    }

    @Test
    void twoRunsAtOnceAreOne() throws IOException {
        RoundsForTests.run(round, evening(0));
        try (var lock = Moment.store(round).lock()) {
            assertThat(lock).isNotNull();
            assertThatThrownBy(() -> RoundsForTests.run(round, evening(1)))
                    .isInstanceOf(RoundIsRunning.class);
        }
    }

    @Test
    void oldOnesGoAndNeverBreakLaterOnes() throws IOException {
        round = RoundsForTests.round(source, drive, Form.ZIP, new Keep(2, 0, 0, 0));
        RoundsForTests.run(round, evening(0));
        for (int i = 1; i < 6; i++) {
            Files.writeString(source.resolve("register.csv"), "day " + i);
            RoundsForTests.run(round, evening(i));
        }
        List<Generation> left = Moment.store(round).listed();
        // the whole one holds what has not changed; those between hold nothing that is still needed
        assertThat(left).hasSize(3);
        assertThat(left.get(0).kind()).isEqualTo(Generation.Kind.WHOLE);
        assertThat(RoundsForTests.check(round)).allMatch(each -> each.lost().isEmpty());
    }

    @Test
    void whatIsLostIsNamedAndStoredAgain() throws IOException {
        RoundsForTests.run(round, evening(0));
        Files.writeString(source.resolve("register.csv"), "changed");
        RoundsForTests.run(round, evening(1));
        GenerationStore store = Moment.store(round);
        Files.delete(store.listed().get(0).file());
        var checked = RoundsForTests.check(round);
        assertThat(checked.get(0).state()).isEqualTo(RoundCheckJob.State.MISSING);
        assertThat(checked.get(1).lost())
                .contains("Trench C/finds/C-121.txt")
                .doesNotContain("Trench C/register.csv");
        RoundRun again = RoundsForTests.run(round, evening(2));
        assertThat(again.brokenBefore()).hasSize(1);
        try (Moment moment = RoundsForTests.moment(round, again.latest())) {
            Path out = folder.resolve("out");
            assertThat(RoundsForTests.takeOut(moment, out).isComplete()).isTrue();
            SameTree.assertSame(out.resolve("Trench C"), source);
        }
    }
}
