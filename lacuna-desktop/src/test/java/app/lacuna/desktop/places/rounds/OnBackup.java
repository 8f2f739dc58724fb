package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;

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
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** A backup of one file with one generation, unlocked. */
abstract class OnBackup {
    static final String PASSWORD = "first hut by the sea";

    @TempDir Path folder;
    final ScriptedThreads script = new ScriptedThreads(27);
    private Clock clock = Clock.fixed(Instant.parse("2040-11-11T17:00:00Z"), ZoneOffset.UTC);
    Path trench;
    Round round;
    BackupModel backup;

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
        backup = newModel(Optional.of(RoundState.of(round)));
        backup.run().fresh().typed().first().set(PASSWORD);
        backup.run().fresh().typed().second().set(PASSWORD);
        script.settle();
        backup.run().start(RoundRunJob.Wish.USUAL);
        script.settle();
        look();
        script.settle();
        assertThat(backup.isUnlocked().get()).isTrue();
        assertThat(backup.moment().get()).isPresent();
    }

    BackupModel newModel(Optional<RoundState> state) {
        clock = Clock.offset(clock, Duration.ofHours(1));
        return new BackupModel(
                script.life(),
                new RoundLine(round, state),
                clock,
                begun -> {},
                new MadePasswords(),
                this::look);
    }

    /** As the page does when something has changed. */
    void look() {
        try {
            backup.show(new RoundLine(round, Optional.of(RoundState.of(round))));
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    void damage() throws IOException {
        Generation only = Moment.store(round).present().get(0);
        byte[] bytes = Files.readAllBytes(only.file());
        bytes[bytes.length / 2] ^= 1;
        Files.write(only.file(), bytes);
    }

    /** The work has been done; only its result waits. */
    void stepInto() {
        while (!script.stepInBackground()) {
            script.step();
        }
    }
}
