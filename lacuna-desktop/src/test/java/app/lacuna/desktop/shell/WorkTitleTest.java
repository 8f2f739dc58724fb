package app.lacuna.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Progress;
import app.lacuna.common.Stage;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import org.junit.jupiter.api.Test;

class WorkTitleTest {
    @Test
    void itSaysHowFarTheWorkIsAndNotOfWhichFile() {
        ScriptedThreads script = new ScriptedThreads(1);
        Lifetime life = script.life();
        WorkTitle title = new WorkTitle(life.book());
        assertThat(title.text().get()).isEqualTo("Lacuna");
        Job job = new Job(life, JobKind.PACKING, Job.Policy.REFUSE);
        job.start(
                (listener, cancel) -> {
                    listener.onProgress(new Progress(Stage.PACKING, "diary.txt", 349, 1_000, 1, 3));
                    return true;
                },
                outcome -> {});
        assertThat(title.text().get()).isEqualTo("Lacuna");
        boolean seen = false;
        while (script.step()) {
            seen |= title.text().get().equals("34 % \u00b7 packing \u00b7 Lacuna");
            assertThat(title.text().get()).doesNotContain("diary");
        }
        assertThat(seen).isTrue();
        assertThat(title.text().get()).isEqualTo("Lacuna");
    }

    @Test
    void whatIsDoneAgainInAMomentIsNotSpokenOf() {
        ScriptedThreads script = new ScriptedThreads(2);
        Lifetime life = script.life();
        WorkTitle title = new WorkTitle(life.book());
        Job job = new Job(life, JobKind.LOOKING, Job.Policy.REFUSE);
        job.start(
                (listener, cancel) -> {
                    listener.onProgress(new Progress(Stage.SCANNING, "", 1, 2, 1, 2));
                    return true;
                },
                outcome -> {});
        while (script.step()) {
            assertThat(title.text().get()).isEqualTo("Lacuna");
        }
    }
}
