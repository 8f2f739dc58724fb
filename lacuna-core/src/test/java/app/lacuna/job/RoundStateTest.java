package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is known of a round without its password, and what is changed about it. */
class RoundStateTest {
    private static final Instant EVENING = Instant.parse("2026-11-12T18:03:00Z");
    private static final Duration DAY = Duration.ofDays(1);

    @TempDir Path folder;
    private Path season;
    private Path drive;

    @BeforeEach
    void make() throws IOException {
        season = Files.createDirectory(folder.resolve("season"));
        drive = Files.createDirectory(folder.resolve("drive"));
        Files.writeString(season.resolve("register.csv"), "C-101;ebb\n");
    }

    private Round round() {
        Round round = RoundsForTests.round(season, drive, Form.ZIP, Keep.USUAL);
        return round.with(round.backup().orElseThrow().every(Optional.of(DAY)));
    }

    private static Round begun(Round round) {
        return round.with(round.backup().orElseThrow().asBegun());
    }

    @Test
    void neverRunIsDue() throws IOException {
        RoundState state = RoundState.of(round());
        assertThat(state.generations()).isEmpty();
        assertThat(state.isAway()).isFalse();
        assertThat(state.isDue(EVENING)).isTrue();
        assertThat(state.free()).isPresent();
        assertThat(state.roomForMore()).isEmpty();
    }

    @Test
    void itIsDueADayAfterTheLastRunWhateverHadChanged() throws IOException {
        RoundsForTests.run(round(), EVENING);
        RoundsForTests.run(round(), EVENING.plus(Duration.ofHours(5))); // nothing had changed
        RoundState state = RoundState.of(begun(round()));
        assertThat(state.generations()).hasSize(1);
        assertThat(state.lastRun()).contains(EVENING.plus(Duration.ofHours(5)));
        assertThat(state.isDue(EVENING.plus(DAY))).isFalse();
        assertThat(state.isDue(EVENING.plus(DAY).plus(Duration.ofHours(5)))).isTrue();
        assertThat(state.bytes()).isEqualTo(state.generations().get(0).bytes().orElseThrow());
        long room = state.roomForMore().orElseThrow();
        assertThat(room * state.bytes()).isLessThanOrEqualTo(state.free().orElseThrow());
        assertThat((room + 1) * state.bytes()).isGreaterThan(state.free().orElseThrow());
        assertThat(state.besidesOriginals()).isTrue();
    }

    /** A timer that fires at 18:00 finds the run of the day before, which ended after 18:00. */
    @Test
    void isDueToday_whenTheIntervalEndsWithinHalfADay() throws IOException {
        RoundsForTests.run(round(), EVENING.plus(Duration.ofMinutes(3)));
        Duration week = Duration.ofDays(7);
        Round weekly =
                begun(round()).with(begun(round()).backup().orElseThrow().every(Optional.of(week)));
        RoundState state = RoundState.of(weekly);
        assertThat(state.isDueToday(EVENING.plus(Duration.ofDays(6)))).isFalse();
        assertThat(state.isDueToday(EVENING.plus(week))).isTrue();
        assertThat(state.isDueToday(EVENING.plus(Duration.ofDays(9)))).isTrue();
        Round byHand = weekly.with(weekly.backup().orElseThrow().every(Optional.empty()));
        assertThat(RoundState.of(byHand).isDueToday(EVENING)).isTrue();
    }

    @Test
    void ofADriveThatIsAwayNothingIsClaimed() throws IOException {
        RoundsForTests.run(round(), EVENING);
        Files.move(drive, folder.resolve("unplugged"));
        RoundState state = RoundState.of(begun(round()));
        assertThat(state.isAway()).isTrue();
        assertThat(state.isDue(Instant.MAX)).isFalse();
        assertThat(state.free()).isEmpty();
    }

    @Test
    void aFileThatIsGoneIsListedAsGone() throws IOException {
        Generation made = RoundsForTests.run(round(), EVENING).latest();
        Files.delete(made.file());
        RoundState state = RoundState.of(begun(round()));
        assertThat(state.generations()).hasSize(1);
        assertThat(state.generations().get(0).isThere()).isFalse();
        assertThat(state.bytes()).isZero();
    }

    @Test
    void whatIsPutBackCanBeTakenBack() throws IOException {
        Generation made = RoundsForTests.run(round(), EVENING).latest();
        assertThat(RoundState.of(round()).undo()).isEmpty();
        Files.writeString(season.resolve("register.csv"), "lost");
        Path before = RoundsForTests.putBack(round(), made).before();
        assertThat(RoundState.of(round()).undo()).contains(before);
    }

    @Test
    void afterAnotherFormEverythingIsStoredAgain() throws IOException {
        RoundsForTests.run(round(), EVENING);
        Files.writeString(season.resolve("diary.txt"), "Rain until noon.");
        Round other = round().with(round().backup().orElseThrow().in(Form.BACKUP));
        RoundRun run = RoundsForTests.run(begun(other), EVENING.plus(DAY));
        assertThat(run.latest().kind()).isEqualTo(Generation.Kind.WHOLE);
        assertThat(run.latest().needs()).isEmpty();
        List<RoundCheckJob.Checked> checked = RoundsForTests.check(begun(other));
        assertThat(checked)
                .hasSize(2)
                .allMatch(each -> each.state() == RoundCheckJob.State.WHOLE)
                .allMatch(each -> each.lost().isEmpty());
    }

    @Test
    void atAnotherPlaceItBeginsAnewOrGoesOn() throws IOException {
        RoundsForTests.run(round(), EVENING);
        Path other = Files.createDirectory(folder.resolve("other"));
        Round there = begun(round()).to(other);
        assertThat(there.backup().map(Backup::begun)).contains(false);
        assertThat(RoundState.of(there).isAway()).isFalse();
        Files.move(drive.resolve("evening"), other.resolve("evening"));
        Files.writeString(season.resolve("diary.txt"), "Rain until noon.");
        RoundRun run = RoundsForTests.run(there, EVENING.plus(DAY));
        assertThat(run.latest().kind()).isEqualTo(Generation.Kind.CHANGES);
        assertThat(RoundState.of(there).generations()).hasSize(2);
    }

    /** Somebody else has changed it since it was read. */
    @Test
    void aChangeIsMadeToWhatIsThere() throws IOException {
        RoundStore store = new RoundStore(folder.resolve("state"));
        store.save(round());
        store.change("Evening copy", RoundStateTest::begun);
        store.change(
                "Evening copy",
                there -> there.called("Night copy").leavingOut(List.of("*.tmp"), true));
        store.change("nobody", there -> there.called("somebody"));
        assertThat(store.rounds()).hasSize(1);
        Round kept = store.rounds().get(0);
        assertThat(kept.name()).isEqualTo("Night copy");
        assertThat(kept.patterns()).containsExactly("*.tmp");
        assertThat(kept.withoutJunk()).isTrue();
        assertThat(kept.backup()).isEqualTo(begun(round()).backup());
        assertThat(kept.generations()).isEqualTo(round().generations());
    }
}
