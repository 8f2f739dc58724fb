package app.lacuna.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.system.Desktop;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class LongWorkTest {
    private final List<String> asked = new ArrayList<>();
    private final ScriptedThreads script = new ScriptedThreads(1);
    private final Lifetime life = script.life();
    private Instant now = Instant.parse("2026-11-26T12:00:00Z");
    private boolean inFront;

    private final Desktop desktop =
            new Desktop() {
                @Override
                public void announce(String title, String words) {
                    asked.add(words);
                }

                @Override
                public void stayAwake(String why) {
                    asked.add("awake");
                }

                @Override
                public void maySleep() {
                    asked.add("sleep");
                }
            };

    private final Clock clock =
            new Clock() {
                @Override
                public ZoneId getZone() {
                    return ZoneOffset.UTC;
                }

                @Override
                public Clock withZone(ZoneId zone) {
                    return this;
                }

                @Override
                public Instant instant() {
                    return now;
                }
            };

    private void work(JobKind kind, Duration time) {
        new Job(life, kind, Job.Policy.REFUSE).start((listener, cancel) -> true, outcome -> {});
        now = now.plus(time);
        while (script.step()) {
            assertThat(asked).doesNotContain("diary.txt");
        }
    }

    @Test
    void theEndOfLongWorkIsAnnouncedWhenNobodyLooks() {
        new LongWork(life.book(), desktop, clock, () -> inFront);
        work(JobKind.PACKING, LongWork.A_WHILE);
        assertThat(asked)
                .containsExactly(
                        "awake", "It has come to its end: packing. The window shows how.", "sleep");
        asked.clear();
        work(JobKind.PACKING, LongWork.A_WHILE.minusMillis(1));
        assertThat(asked).containsExactly("awake", "sleep");
        asked.clear();
        inFront = true;
        work(JobKind.PACKING, LongWork.A_WHILE);
        assertThat(asked).containsExactly("awake", "sleep");
    }

    @Test
    void lookingAtThingsKeepsNobodyAwake() {
        new LongWork(life.book(), desktop, clock, () -> inFront);
        work(JobKind.LOOKING, LongWork.A_WHILE);
        assertThat(asked).isEmpty();
    }
}
