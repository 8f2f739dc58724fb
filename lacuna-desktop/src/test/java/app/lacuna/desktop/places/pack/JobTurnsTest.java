package app.lacuna.desktop.places.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.base.CancelSource;
import app.lacuna.base.CancelToken;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;

class JobTurnsTest {
    @Test
    void oneRunsAfterTheOtherAndAWaitingOneCanBeCancelled() throws Exception {
        JobTurns turns = new JobTurns();
        List<String> seen = new CopyOnWriteArrayList<>();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch release = new CountDownLatch(1);
        Thread first = new Thread(() -> run(turns, begun, release, seen));
        first.start();
        begun.await();
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        assertThatThrownBy(() -> turns.inTurn(cancel, () -> seen.add("wrong"), () -> 0))
                .isInstanceOf(CancellationException.class);
        Thread second =
                new Thread(() -> run(turns, new CountDownLatch(1), new CountDownLatch(0), seen));
        second.start();
        Thread.sleep(250);
        assertThat(seen).containsExactly("begun");
        release.countDown();
        first.join();
        second.join();
        assertThat(seen).containsExactly("begun", "done", "begun", "done");
    }

    private static void run(
            JobTurns turns, CountDownLatch begun, CountDownLatch release, List<String> seen) {
        try {
            turns.inTurn(
                    CancelToken.never(),
                    () -> {
                        seen.add("begun");
                        begun.countDown();
                    },
                    () -> {
                        waitFor(release);
                        seen.add("done");
                        return 0;
                    });
        } catch (java.io.IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static void waitFor(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
