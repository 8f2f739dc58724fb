package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.generations.Keep;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import app.lacuna.password.Strength;
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
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The first run of a backup, with a password that was made for it. */
class RunModelTest {
    private static final String MADE = "KLMNPQRS23456789";

    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(4);
    private final MadePasswords passwords = new MadePasswords();
    private Round round;

    @BeforeEach
    void make() throws IOException {
        Path trench = Files.createDirectories(folder.resolve("trench"));
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
    }

    private BackupModel backup(RunModel.Kept kept) throws IOException {
        BackupModel backup =
                new BackupModel(
                        script.life(),
                        new RoundLine(round, Optional.of(RoundState.of(round))),
                        Clock.fixed(Instant.parse("2040-11-11T18:00:00Z"), ZoneOffset.UTC),
                        kept,
                        passwords,
                        () -> {});
        script.settle();
        try (Secret made = Secret.takeOver(MADE.toCharArray())) {
            backup.run().fresh().take(made, Strength.ofRandom(27));
        }
        return backup;
    }

    private static String text(KeptPassword kept) {
        try (Secret secret = kept.copy()) {
            return secret.withCharacters(Object::toString);
        }
    }

    @Test
    void start_whenListCannotBeWritten_keepsTheMadePassword() throws IOException {
        BackupModel backup =
                backup(
                        begun -> {
                            throw new IOException("the list is on a full disk");
                        });
        backup.run().start(new RoundRunJob.Wish(false, false));
        script.settle();
        assertThat(backup.run().failure().get()).isPresent();
        assertThat(backup.run().result().get()).isPresent();
        assertThat(text(backup.run().unknown().get().orElseThrow())).isEqualTo(MADE);
    }

    @Test
    void end_afterFirstRun_leavesTheMadePasswordToTheWindow() throws IOException {
        BackupModel backup = backup(begun -> {});
        backup.run().start(new RoundRunJob.Wish(false, false));
        script.settle();
        backup.end();
        script.settle();
        assertThat(passwords.withoutPage()).hasSize(1);
        assertThat(text(passwords.withoutPage().get(0))).isEqualTo(MADE);
    }

    @Test
    void start_whenNothingIsWritten_keepsNothing() throws IOException {
        BackupModel backup = backup(begun -> {});
        Files.delete(folder.resolve("trench/levels.csv"));
        Files.delete(folder.resolve("trench"));
        backup.run().start(new RoundRunJob.Wish(false, false));
        script.settle();
        assertThat(backup.run().failure().get()).isPresent();
        assertThat(backup.run().unknown().get()).isEmpty();
        backup.end();
        script.settle();
        assertThat(passwords.withoutPage()).isEmpty();
    }
}
