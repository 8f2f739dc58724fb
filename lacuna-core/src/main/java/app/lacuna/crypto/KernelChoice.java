package app.lacuna.crypto;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongSupplier;
import java.util.function.Supplier;

/**
 * Which kernel serves. The first one always works; the other has to be compiled before it is of any
 * use, so it is tried in the background on made-up keys while the first one serves, as soon as
 * there is enough work to pay for that. It takes over when it has given the same bytes in less
 * time. On a machine that has much else to do it may not be compiled in time: then it is tried
 * again after much more work, each time later.
 */
final class KernelChoice {
    /** As many blocks as 4,000 keys of AES-256 have: four seconds of one processor. */
    static final long ENOUGH_BLOCKS = 16_000;

    private static final int ROUNDS = 500;

    /** On a machine that has time for it, it is compiled long before. */
    static final Duration PATIENCE = Duration.ofSeconds(8);

    /** Switching is worth it only if it is clearly faster. */
    private static final double CLEARLY = 0.85;

    private final LaneKernel first;
    private final Supplier<Optional<LaneKernel>> other;
    private final Duration patience;
    private final Executor background;
    private final LongSupplier nanoTime;
    private final AtomicLong served = new AtomicLong();
    private final AtomicBoolean busy = new AtomicBoolean();
    private volatile long nextTrial;
    private volatile LaneKernel chosen;

    /**
     * @param other loaded when it is tried
     * @param patience how long a trial takes at most
     * @param background runs the trial
     * @param nanoTime measures the trial
     */
    KernelChoice(
            LaneKernel first,
            Supplier<Optional<LaneKernel>> other,
            Duration patience,
            Executor background,
            LongSupplier nanoTime) {
        this.first = first;
        this.other = other;
        this.patience = patience;
        this.background = background;
        this.nanoTime = nanoTime;
        this.chosen = first;
    }

    /** The kernel for the next blocks. */
    LaneKernel forBlocks(int blocks) {
        if (served.addAndGet(blocks) >= ENOUGH_BLOCKS) {
            tryOther();
        }
        return chosen;
    }

    /** The one that serves at this moment. */
    LaneKernel chosen() {
        return chosen;
    }

    /** So many blocks will be wanted. */
    void expect(long blocks) {
        if (blocks >= ENOUGH_BLOCKS) {
            tryOther();
        }
    }

    /** One trial at a time, and none after one that has decided. */
    private void tryOther() {
        if (served.get() >= nextTrial && busy.compareAndSet(false, true)) {
            background.execute(this::trial);
        }
    }

    private enum Outcome {
        BETTER,
        NOT_FASTER,
        WRONG
    }

    private void trial() {
        Optional<LaneKernel> candidate = other.get();
        if (candidate.isEmpty()) {
            return;
        }
        Outcome outcome = tried(candidate.get());
        if (outcome == Outcome.BETTER) {
            chosen = candidate.get();
        } else if (outcome == Outcome.NOT_FASTER) {
            nextTrial = 4 * (served.get() + ENOUGH_BLOCKS);
            busy.set(false);
        }
    }

    private Outcome tried(LaneKernel candidate) {
        Random random = new Random();
        long start = nanoTime.getAsLong();
        double firstBest = Double.MAX_VALUE;
        double candidateBest = Double.MAX_VALUE;
        while (nanoTime.getAsLong() - start < patience.toNanos()) {
            List<LaneDerivation.Block> blocks = blocks(candidate.maxLanes(), random);
            long before = nanoTime.getAsLong();
            int[][] sums = new LaneDerivation(candidate).rounds(blocks, ROUNDS);
            candidateBest = Math.min(candidateBest, (double) nanoTime.getAsLong() - before);
            List<LaneDerivation.Block> some =
                    blocks.subList(0, Math.min(blocks.size(), first.maxLanes()));
            before = nanoTime.getAsLong();
            int[][] expected = new LaneDerivation(first).rounds(some, ROUNDS);
            double perBlock = (double) (nanoTime.getAsLong() - before) / some.size();
            firstBest = Math.min(firstBest, perBlock * blocks.size());
            if (!isSame(sums, 0, expected)) {
                return Outcome.WRONG;
            }
            if (candidateBest < firstBest * CLEARLY) {
                return isRight(blocks, sums) ? Outcome.BETTER : Outcome.WRONG;
            }
        }
        return Outcome.NOT_FASTER;
    }

    /** Every lane of it. */
    private boolean isRight(List<LaneDerivation.Block> blocks, int[][] sums) {
        for (int from = 0; from < blocks.size(); from += first.maxLanes()) {
            int to = Math.min(blocks.size(), from + first.maxLanes());
            int[][] expected = new LaneDerivation(first).rounds(blocks.subList(from, to), ROUNDS);
            if (!isSame(sums, from, expected)) {
                return false;
            }
        }
        return true;
    }

    private static boolean isSame(int[][] sums, int from, int[][] expected) {
        for (int i = 0; i < expected.length; i++) {
            int count = expected[i].length;
            if (!Arrays.equals(sums[i], from, from + count, expected[i], 0, count)) {
                return false;
            }
        }
        return true;
    }

    /** Of no password. */
    private static List<LaneDerivation.Block> blocks(int count, Random random) {
        List<LaneDerivation.Block> blocks = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            blocks.add(new LaneDerivation.Block(state(random), state(random), state(random)));
        }
        return blocks;
    }

    private static int[] state(Random random) {
        return random.ints(Sha1.STATE_WORDS).toArray();
    }
}
