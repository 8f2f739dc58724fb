package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.generations.Keep;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundCheckJob;
import app.lacuna.job.RoundPruneJob;
import app.lacuna.job.RoundsForTests;
import app.lacuna.job.UndoJob;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** A run of a backup, a restore, its undoing, and removing old generations. */
final class BackupScenario implements Scenario {
    private static final Instant EVENING = Instant.parse("2026-11-20T18:00:00Z");
    private static final Path DRIVE = CrashSimulation.TOP.resolve("drive");

    private final Job job;
    private final Form form;
    private final Set<String> checked = new HashSet<>();
    private Path source;
    private Set<String> kept = Set.of();
    private Set<String> reported = Set.of();

    enum Job {
        FIRST_RUN,
        RUN,
        RESTORE,
        UNDO,
        PRUNE
    }

    BackupScenario(Job job, Form form) {
        this.job = job;
        this.form = form;
    }

    private Round round() {
        return RoundsForTests.round(source, DRIVE, form, new Keep(2, 0, 0, 0));
    }

    private static Instant evening(int day) {
        return EVENING.plus(day, ChronoUnit.DAYS);
    }

    @Override
    public void prepare() throws IOException {
        source = Season.make().folder();
        Files.createDirectory(DRIVE);
        if (job == Job.FIRST_RUN) {
            kept = Promises.contents(source);
            return;
        }
        RoundsForTests.run(round(), evening(0));
        Set<String> all = new HashSet<>(Promises.contents(source));
        for (int day = 1; day < (job == Job.PRUNE ? 5 : 3); day++) {
            Files.writeString(source.resolve("levels.csv"), "day " + day);
            Files.writeString(source.resolve("day-" + day + ".txt"), "diary of day " + day);
            if (job == Job.PRUNE) {
                prune(9);
                runKeepingAll(evening(day));
            } else {
                RoundsForTests.run(round(), evening(day));
            }
        }
        all.addAll(Promises.contents(source));
        Files.writeString(source.resolve("levels.csv"), "not yet backed up");
        Files.writeString(source.resolve("new.txt"), "new since the last run");
        if (job == Job.RESTORE) { // so that its folder must be created again
            Files.delete(source.resolve("finds").resolve("C-104.txt"));
            Files.delete(source.resolve("finds").resolve("C-105.txt"));
            Files.delete(source.resolve("finds"));
        }
        if (job == Job.UNDO) {
            restore();
        }
        kept = job == Job.PRUNE ? Promises.contents(source) : reachable();
    }

    private void runKeepingAll(Instant time) throws IOException {
        RoundsForTests.run(RoundsForTests.round(source, DRIVE, form, new Keep(9, 0, 0, 0)), time);
    }

    @Override
    public void run() throws IOException {
        switch (job) {
            case FIRST_RUN, RUN -> RoundsForTests.run(round(), evening(7));
            case RESTORE -> restore();
            case UNDO -> undo();
            case PRUNE -> prune(2);
        }
        reported = Promises.contents(source);
        Promises.report();
    }

    private void restore() throws IOException {
        RoundsForTests.putBack(round(), Moment.store(round()).present().get(0));
    }

    private void undo() throws IOException {
        List<Path> possible = UndoJob.possible(Moment.store(round()));
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            new UndoJob(
                            Moment.store(round()),
                            password,
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(possible.get(0));
        }
    }

    private void prune(int count) throws IOException {
        new RoundPruneJob(Moment.store(round()), new Keep(count, 0, 0, 0), ZoneOffset.UTC).run();
    }

    /** In the folder, in a generation or in the archive of what a restore replaced. */
    private Set<String> reachable() throws IOException {
        String ending = round().backup().orElseThrow().ending();
        Set<String> all = new HashSet<>(Promises.contents(source));
        for (Path file : Promises.files(DRIVE)) {
            if (file.toString().endsWith(ending)) {
                all.addAll(Promises.contentsOf(file, RoundsForTests.PASSWORD));
            }
        }
        return all;
    }

    @Override
    public void check() throws IOException {
        boolean listed = Files.exists(round().generations().resolve("round.json"));
        if (listed && checked.add(Promises.digest(DRIVE))) {
            for (RoundCheckJob.Checked each : RoundsForTests.check(round())) {
                assertThat(each.state()).as("%s", each).isEqualTo(RoundCheckJob.State.WHOLE);
                assertThat(each.lost()).as("%s", each).isEmpty();
            }
        }
        assertThat(reachable()).as("contents").containsAll(kept);
        if (Promises.isReported()) {
            assertThat(Promises.contents(source)).as("files in the folder").isEqualTo(reported);
        }
    }
}
