package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.generations.Generation;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** A backup whose list, drive or generations change while it is open. */
class BackupModelTest extends OnBackup {
    @Test
    void start_toAnotherDestination_usesTheKnownPassword() throws IOException {
        Path other = Files.createDirectories(folder.resolve("other drive"));
        round = round.to(other);
        look();
        script.settle();
        assertThat(backup.isNew()).isTrue();
        assertThat(backup.isUnlocked().get()).isTrue();
        assertThat(backup.run().isReady()).isTrue();
        backup.run().start(RoundRunJob.Wish.USUAL);
        script.settle();
        assertThat(Moment.store(round).present()).hasSize(1);
        backup.lock();
        look();
        backup.typed().text().set(PASSWORD);
        backup.unlock();
        script.settle();
        assertThat(backup.isUnlocked().get()).as("with the same password").isTrue();
    }

    /** A drive that is unplugged for a moment. */
    @Test
    void unlock_whileTheGenerationIsUnavailable_doesNotAskForANewPassword() throws IOException {
        Generation only = Moment.store(round).present().get(0);
        backup.lock();
        backup.typed().text().set(PASSWORD);
        Path aside = folder.resolve("aside");
        Files.move(only.file(), aside);
        backup.unlock();
        script.settle();
        assertThat(backup.failure().get()).isPresent();
        assertThat(backup.isUnlocked().get()).isFalse();
        Files.move(aside, only.file());
        look();
        script.settle();
        assertThat(backup.isNew()).isFalse();
        backup.unlock();
        script.settle();
        assertThat(backup.isUnlocked().get()).isTrue();
    }

    @Test
    void show_afterARunOfATimer_keepsWhatIsTicked() throws IOException {
        MomentModel open = backup.moment().get().orElseThrow();
        open.tick(open.rows().orElseThrow().get(0), true);
        runElsewhere();
        look();
        script.settle();
        assertThat(backup.state().orElseThrow().generations()).hasSize(2);
        assertThat(backup.moment().get()).contains(open);
        assertThat(open.tickedCount()).isEqualTo(1);
        open.untickAll();
        look();
        script.settle();
        assertThat(backup.moment().get().orElseThrow().moment().generation())
                .as("nothing is chosen in it: the latest is shown")
                .isEqualTo(Moment.store(round).present().get(1));
    }

    private void runElsewhere() throws IOException {
        Files.writeString(trench.resolve("levels.csv"), "1;2;3");
        BackupModel timer = newModel(Optional.of(RoundState.of(round)));
        timer.typed().text().set(PASSWORD);
        timer.unlock();
        script.settle();
        timer.run().start(RoundRunJob.Wish.USUAL);
        script.settle();
        timer.end();
    }
}
