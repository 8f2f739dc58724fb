package app.lacuna.desktop.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.Test;

class LatestTest {
    private final Deque<Runnable> background = new ArrayDeque<>();
    private final Latest latest = new Latest(new Threads(background::add, Runnable::run));
    private final List<String> done = new ArrayList<>();

    @Test
    void onlyTheNewestIsHeardOfAndOlderOnesDoNotEvenBegin() {
        List<String> begun = new ArrayList<>();
        for (String work : List.of("a", "b", "c")) {
            latest.run(
                    stale -> {
                        begun.add(work);
                        return work;
                    },
                    done::add);
        }
        background.forEach(Runnable::run);
        assertThat(begun).containsExactly("c");
        assertThat(done).containsExactly("c");
    }

    @Test
    void workThatIsUnderWayIsToldThatItIsStale() {
        List<Boolean> told = new ArrayList<>();
        latest.run(
                stale -> {
                    told.add(stale.getAsBoolean());
                    latest.run(newer -> "newer", done::add);
                    told.add(stale.getAsBoolean());
                    return "older";
                },
                done::add);
        while (!background.isEmpty()) {
            background.remove().run();
        }
        assertThat(told).containsExactly(false, true);
        assertThat(done).containsExactly("newer");
    }

    @Test
    void whatWasForgottenIsNotHeardOf() {
        latest.run(stale -> "a", done::add);
        latest.forget();
        background.forEach(Runnable::run);
        assertThat(done).isEmpty();
    }
}
