package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.job.Moment;
import app.lacuna.job.RoundRunJob;
import java.io.IOException;
import java.nio.file.Files;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

/** A backup that is locked while a job works: what comes of the job is told, and names nothing. */
class LockedBackupTest extends OnBackup {
    private LockedReport report() {
        assertThat(backup.reports().get()).hasSize(1);
        assertThat(backup.reports().get().toString()).doesNotContain("levels", "trench");
        return backup.reports().get().get(0);
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
        assertThat(backup.back().checked().get().toString()).doesNotContain("levels");
        assertThat(backup.back().checked().get().orElseThrow())
                .as("which one is damaged")
                .allMatch(RoundReports::isBad);
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

    @Test
    void unlock_forgetsNothingUntilSomethingNewBegins() {
        backup.back().check();
        script.settle();
        backup.lock();
        backup.typed().text().set(PASSWORD);
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
