package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A backup that is locked while a job works: what comes of the job is told, and names nothing. */
class LockedBackupTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(27);
    private Path trench;
    private Round round;
    private BackupModel backup;

    @BeforeEach
    void runOnce() throws IOException {
        trench = Files.createDirectories(folder.resolve("trench"));
        Files.writeString(trench.resolve("levels.csv"), "1;2");
        round =
                new Round(
                                "evening",
                                List.of(trench),
                                List.of(),
                                false,
                                Files.createDirectories(folder.resolve("drive")),
                                "evening",
                                Protection.AES_256,
                                Names.HIDDEN,
                                Method.DEFLATE,
                                Optional.empty())
                        .with(Backup.usual().in(Form.ZIP).keeping(new Keep(3, 0, 0, 0)));
        backup =
                new BackupModel(
                        script.life(),
                        new RoundLine(round, Optional.of(RoundState.of(round))),
                        Clock.fixed(Instant.parse("2040-11-11T18:00:00Z"), ZoneOffset.UTC),
                        begun -> {},
                        new MadePasswords(),
                        this::look);
        backup.run().fresh().typed().first().set("first hut by the sea");
        backup.run().fresh().typed().second().set("first hut by the sea");
        script.settle();
        backup.run().start(RoundRunJob.Wish.USUAL);
        script.settle();
        look();
        script.settle();
        assertThat(backup.isUnlocked().get()).isTrue();
        assertThat(backup.moment().get()).isPresent();
    }

    private void look() {
        try {
            backup.show(new RoundLine(round, Optional.of(RoundState.of(round))));
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private LockedReport report() {
        assertThat(backup.reports().get()).hasSize(1);
        assertThat(backup.reports().get().toString()).doesNotContain("levels", "trench");
        return backup.reports().get().get(0);
    }

    private void damage() throws IOException {
        Generation only = Moment.store(round).present().get(0);
        byte[] bytes = Files.readAllBytes(only.file());
        bytes[bytes.length / 2] ^= 1;
        Files.write(only.file(), bytes);
    }

    @Test
    void lock_whileChecking_hidesAtOnceAndTellsTheDamage() throws IOException {
        damage();
        backup.back().check();
        script.step();
        backup.lock();
        assertThat(backup.isUnlocked().get()).isFalse();
        assertThat(backup.moment().get()).isEmpty();
        script.settle();
        assertThat(report().good()).isFalse();
        assertThat(report().title()).contains("11 Nov 2040");
        assertThat(backup.back().checked().get()).isEmpty();
    }

    @Test
    void lock_wipesThePassword() {
        backup.back().check();
        backup.lock();
        assertThatThrownBy(backup.secret()::copy).isInstanceOf(CancellationException.class);
        script.settle();
        assertThat(report().good()).as("the check has a copy of its own").isTrue();
    }

    @Test
    void lock_afterAGoodCheck_keepsItsResult() {
        backup.back().check();
        script.settle();
        backup.lock();
        assertThat(report().good()).isTrue();
    }

    @Test
    void lock_whileRunning_tellsTheRun() throws IOException {
        Files.writeString(trench.resolve("levels.csv"), "1;2;3");
        backup.run().start(RoundRunJob.Wish.USUAL);
        stepInto();
        backup.lock();
        script.settle();
        assertThat(report().title()).startsWith("A generation was made");
        assertThat(backup.run().result().get()).isEmpty();
        assertThat(backup.isUnlocked().get()).as("a run does not unlock it again").isFalse();
        assertThat(Moment.store(round).present()).hasSize(2);
    }

    @Test
    void lock_whileARunFails_tellsTheFailure() throws IOException {
        Files.delete(trench.resolve("levels.csv"));
        Files.delete(trench);
        backup.run().start(RoundRunJob.Wish.USUAL);
        stepInto();
        backup.lock();
        script.settle();
        assertThat(backup.reports().get()).hasSize(1);
        assertThat(backup.reports().get().get(0).good()).isFalse();
    }

    @Test
    void lock_whileRestoring_finishesAndTellsIt() throws IOException {
        Files.writeString(trench.resolve("levels.csv"), "lost");
        backup.moment().get().orElseThrow().compare();
        script.settle();
        MomentModel open = backup.moment().get().orElseThrow();
        open.putBack();
        stepInto();
        backup.lock();
        assertThat(backup.moment().get()).isEmpty();
        assertThat(backup.isBusy()).isTrue();
        script.settle();
        assertThat(trench.resolve("levels.csv")).hasContent("1;2");
        assertThat(report().title()).isEqualTo("One file is as it was");
        assertThat(backup.isBusy()).isFalse();
        assertThat(backup.finishing().get()).isEmpty();
    }

    @Test
    void lock_whileExtracting_cancelsAndTellsWhatIsReadable() {
        backup.moment().get().orElseThrow().takeOut(folder.resolve("out"));
        stepInto();
        backup.lock();
        script.settle();
        assertThat(report().title()).contains("before the backup was locked");
        assertThat(backup.isBusy()).isFalse();
    }

    /** The work has been done; only its result waits. */
    private void stepInto() {
        while (!script.stepInBackground()) {
            script.step();
        }
    }

    @Test
    void unlock_forgetsNothingUntilSomethingNewBegins() {
        backup.back().check();
        script.settle();
        backup.lock();
        backup.typed().text().set("first hut by the sea");
        script.settle();
        backup.unlock();
        script.settle();
        assertThat(backup.isUnlocked().get()).isTrue();
        assertThat(report().good()).isTrue();
        backup.back().check();
        assertThat(backup.reports().get()).isEmpty();
        script.settle();
    }
}
