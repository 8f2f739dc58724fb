package app.lacuna.desktop.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import org.junit.jupiter.api.Test;

class LatestUpdateTest {
    private final Queue<Runnable> ui = new ArrayDeque<>();
    private final List<Integer> shown = new ArrayList<>();
    private final Lifetime life = new Lifetime(new Threads(Runnable::run, ui::add), new JobBook());
    private final LatestUpdate<Integer> latest = new LatestUpdate<>(life, shown::add);

    @Test
    void send_manyUpdates_showsOnlyTheLast() {
        for (int i = 0; i < 1000; i++) {
            latest.send(i);
        }
        assertThat(ui).hasSize(1);
        ui.remove().run();
        latest.send(1000);
        ui.remove().run();
        assertThat(shown).containsExactly(999, 1000);
        assertThat(ui).isEmpty();
    }

    @Test
    void send_afterTheEnd_showsNothing() {
        latest.send(1);
        life.end();
        ui.remove().run();
        assertThat(shown).isEmpty();
    }
}
