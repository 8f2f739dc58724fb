package app.lacuna.concurrent;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class InOrderTest {
    @ParameterizedTest
    @ValueSource(ints = {1, 2, 7})
    void handsOnInTheOrderOfSubmission(int threads) throws IOException {
        List<Integer> got = new ArrayList<>();
        Random random = new Random(1);
        try (Workers workers = Workers.start(threads);
                InOrder<Integer> order = new InOrder<>(workers, 5, got::add)) {
            for (int i = 0; i < 200; i++) {
                int number = i;
                int pause = random.nextInt(3);
                order.submit(
                        1,
                        () -> {
                            Thread.sleep(pause);
                            return number;
                        });
            }
            order.finish();
        }
        assertThat(got).isEqualTo(IntStream.range(0, 200).boxed().toList());
    }

    @Test
    void neverMoreUnderWayThanTheLimitAllows() throws IOException {
        AtomicInteger underWay = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        try (Workers workers = Workers.start(8);
                InOrder<Integer> order =
                        new InOrder<>(workers, 3, done -> underWay.decrementAndGet())) {
            for (int i = 0; i < 100; i++) {
                order.submit(
                        1,
                        () -> {
                            most.accumulateAndGet(underWay.incrementAndGet(), Math::max);
                            return 0;
                        });
            }
            order.finish();
        }
        assertThat(most.get()).isBetween(1, 3);
    }

    @Test
    void pieceThatWeighsMoreThanTheLimitGoesAlone() throws IOException {
        List<String> got = new ArrayList<>();
        try (Workers workers = Workers.start(2);
                InOrder<String> order = new InOrder<>(workers, 3, got::add)) {
            order.submit(1, () -> "small");
            order.submit(100, () -> "large");
            order.submit(1, () -> "small again");
            order.finish();
        }
        assertThat(got).containsExactly("small", "large", "small again");
    }

    @Test
    void failureOfAPieceArrivesAsItWas() {
        IOException failure = new IOException("disk");
        try (Workers workers = Workers.start(2);
                InOrder<Integer> order = new InOrder<>(workers, 9, done -> {})) {
            assertThatThrownBy(
                            () -> {
                                order.submit(
                                        1,
                                        () -> {
                                            throw failure;
                                        });
                                order.finish();
                            })
                    .isSameAs(failure);
        }
    }

    /** The only worker is held by the first piece until all are dropped. */
    @Test
    void closingEarlyDropsWhatHasNotBegun() throws IOException {
        AtomicInteger begun = new AtomicInteger();
        CountDownLatch closed = new CountDownLatch(1);
        try (Workers workers = Workers.start(1)) {
            try (InOrder<Integer> order = new InOrder<>(workers, 1_000, done -> {})) {
                for (int i = 0; i < 500; i++) {
                    order.submit(
                            1,
                            () -> {
                                closed.await();
                                return begun.incrementAndGet();
                            });
                }
            }
            closed.countDown();
        }
        assertThat(begun.get()).isLessThanOrEqualTo(1);
    }

    @Test
    void sharesAreFullByNumberOrByBytes() throws IOException {
        List<Integer> sizes = new ArrayList<>();
        Batches<Integer> batches = new Batches<>((share, bytes) -> sizes.add(share.size()));
        for (int i = 0; i < Batches.THINGS + 3; i++) {
            batches.add(i, 1);
        }
        batches.add(99, Batches.BYTES);
        batches.add(100, 1);
        batches.flush();
        batches.flush();
        assertThat(sizes).containsExactly(Batches.THINGS, 4, 1);
    }

    @Test
    void sharesGrowWhereThereAreMany() throws IOException {
        List<Integer> sizes = new ArrayList<>();
        Batches<Integer> batches = new Batches<>((share, bytes) -> sizes.add(share.size()));
        for (int i = 0; i < 10_000; i++) {
            batches.add(i, 10);
        }
        batches.flush();
        assertThat(sizes.subList(0, 10)).containsOnly(Batches.THINGS);
        assertThat(sizes.subList(20, sizes.size() - 1)).containsOnly(Batches.MANY_THINGS);
        assertThat(sizes.stream().mapToInt(size -> size).sum()).isEqualTo(10_000);
    }
}
