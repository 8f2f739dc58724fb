package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.lanes.Sha1Lanes;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

@Timeout(60)
class KernelChoiceTest {
    private final AtomicInteger trials = new AtomicInteger();

    /** Only hashing takes time. */
    private final AtomicLong time = new AtomicLong();

    private final CountDownLatch mayBegin = new CountDownLatch(1);
    private final CountDownLatch ended = new CountDownLatch(1);

    /** On a thread of its own, which waits until it may begin. */
    private final Executor background =
            trial -> {
                trials.incrementAndGet();
                Thread thread =
                        new Thread(
                                () -> {
                                    await(mayBegin);
                                    trial.run();
                                    ended.countDown();
                                });
                thread.setDaemon(true);
                thread.start();
            };

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Like the plain one, but for what it does to each block. */
    private record Changed(String title, Runnable beforeBlock, int difference, int maxLanes)
            implements LaneKernel {

        @Override
        public Sha1Lanes lanes(int count) {
            Sha1Lanes plain = LoopLanes.KERNEL.lanes(count);
            return new Sha1Lanes() {
                @Override
                public int[][] values() {
                    return plain.values();
                }

                @Override
                public void hash(int[][] start) {
                    beforeBlock.run();
                    plain.hash(start);
                    plain.values()[3][count - 1] += difference;
                }

                @Override
                public void wipe() {
                    plain.wipe();
                }
            };
        }
    }

    private LaneKernel slow() {
        return new Changed("slow", () -> time.addAndGet(20_000), 0, 8);
    }

    /** Has more lanes than the other one; a difference is in the last of them. */
    private LaneKernel fast(int difference) {
        return new Changed("fast", () -> time.addAndGet(1_000), difference, 32);
    }

    private KernelChoice choice(LaneKernel first, Supplier<Optional<LaneKernel>> other) {
        return new KernelChoice(first, other, Duration.ofMillis(500), background, time::get);
    }

    @Test
    void theFirstServesUntilTheOtherHasShownThatItIsFaster() {
        LaneKernel fast = fast(0);
        KernelChoice choice = choice(slow(), () -> Optional.of(fast));
        choice.expect(KernelChoice.ENOUGH_BLOCKS);
        assertThat(choice.forBlocks(4).title()).isEqualTo("slow");
        mayBegin.countDown();
        await(ended);
        assertThat(choice.forBlocks(4)).isSameAs(fast);
    }

    @Test
    void whatGivesOtherBytesIsNeverUsed() {
        KernelChoice choice = choice(slow(), () -> Optional.of(fast(1)));
        choice.expect(KernelChoice.ENOUGH_BLOCKS);
        mayBegin.countDown();
        await(ended);
        assertThat(choice.forBlocks(4).title()).isEqualTo("slow");
    }

    @Test
    void whatIsNotFasterIsGivenUp() {
        KernelChoice choice = choice(fast(0), () -> Optional.of(slow()));
        choice.expect(KernelChoice.ENOUGH_BLOCKS);
        mayBegin.countDown();
        await(ended);
        assertThat(choice.chosen().title()).isEqualTo("fast");
    }

    /** The machine may have had other things to do; each further trial comes much later. */
    @Test
    void whatWasNotFasterIsTriedAgainAfterMuchMoreWork() {
        AtomicInteger asked = new AtomicInteger();
        LaneKernel fast = fast(0);
        LaneKernel slower = new Changed("slower", () -> time.addAndGet(100_000), 0, 8);
        KernelChoice choice =
                new KernelChoice(
                        slow(),
                        () -> Optional.of(asked.incrementAndGet() == 1 ? slower : fast),
                        Duration.ofMillis(50),
                        Runnable::run,
                        time::get);
        choice.expect(KernelChoice.ENOUGH_BLOCKS);
        choice.expect(KernelChoice.ENOUGH_BLOCKS);
        assertThat(asked).hasValue(1);
        for (long served = 0; served < 4 * KernelChoice.ENOUGH_BLOCKS; served += 64) {
            choice.forBlocks(64);
        }
        assertThat(asked).hasValue(2);
        assertThat(choice.chosen()).isSameAs(fast);
    }

    @Test
    void aPlatformWithoutTheOtherGoesOnWithTheFirst() {
        KernelChoice choice = choice(fast(0), Optional::empty);
        choice.expect(KernelChoice.ENOUGH_BLOCKS);
        mayBegin.countDown();
        await(ended);
        assertThat(choice.chosen().title()).isEqualTo("fast");
    }

    @Test
    void aSmallJobTriesNothing() {
        KernelChoice choice = choice(slow(), () -> Optional.of(fast(0)));
        choice.expect(KernelChoice.ENOUGH_BLOCKS - 1);
        for (int i = 0; i < 100; i++) {
            choice.forBlocks(64);
        }
        assertThat(trials).hasValue(0);
    }

    /** Many small jobs one after another are a large one, and it is tried only once. */
    @Test
    void whatHasServedLongIsTriedAgainstTheOtherOnce() {
        KernelChoice choice = choice(slow(), () -> Optional.of(fast(0)));
        for (long served = 0; served < 3 * KernelChoice.ENOUGH_BLOCKS; served += 64) {
            choice.forBlocks(64);
        }
        assertThat(trials).hasValue(1);
    }
}
