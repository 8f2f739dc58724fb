package app.lacuna.reedsolomon;

import static java.util.Objects.requireNonNull;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import app.lacuna.reedsolomon.RecoveryHeader.Kind;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.LongConsumer;
import java.util.stream.IntStream;

/**
 * Works lost discs of a set, or lost sectors of them, out of the other discs. Discs for recovery
 * have no copy themselves; one that is lost is made anew by writing the set again.
 */
public final class SetRepair {
    private final Map<Integer, CheckedDisc> discs = new TreeMap<>();
    private final RecoveryHeader any;
    private final Optional<RecoveryHeader> ofRecovery;
    private final LongConsumer onRead;
    private final CancelToken cancel;

    /** A disc that is there. */
    public record Present(ByteSource source, RecoveryHeader header) {}

    /** Where a data disc is written to, told by its number. */
    @FunctionalInterface
    public interface Target {
        FileChannel open(int disc) throws IOException;
    }

    /**
     * @param present discs of one set, in any order
     */
    public SetRepair(List<Present> present, LongConsumer onRead, CancelToken cancel) {
        for (Present disc : present) {
            discs.putIfAbsent(
                    disc.header().disc(),
                    new CheckedDisc(new SectorSource(disc.source()), disc.header()));
        }
        this.any = present.get(0).header();
        this.ofRecovery =
                present.stream()
                        .map(Present::header)
                        .filter(header -> header.kind() == Kind.FOR_A_SET)
                        .findFirst();
        this.onRead = onRead;
        this.cancel = cancel;
    }

    /** Data discs that are not there. */
    public List<Integer> missing() {
        return IntStream.rangeClosed(1, any.dataShards())
                .filter(disc -> !discs.containsKey(disc))
                .boxed()
                .toList();
    }

    /** Whether the missing ones can be worked out, if nothing else is lost. */
    public boolean isEnough() {
        long parity = discs.keySet().stream().filter(disc -> disc > any.dataShards()).count();
        return missing().size() <= parity;
    }

    /**
     * Writes the images of these discs anew; they are missing or damaged.
     *
     * @param wanted numbers of data discs
     */
    public List<RepairReport> into(List<Integer> wanted, Target target) throws IOException {
        Map<Integer, FileChannel> images = new HashMap<>();
        Map<Integer, RecoveryHeader> headers = new HashMap<>();
        Map<Integer, Found> found = new TreeMap<>();
        try {
            for (int disc : wanted) {
                images.put(disc, target.open(disc));
                headers.put(disc, headerOf(disc));
                found.put(disc, new Found(disc));
                if (discs.containsKey(disc)) {
                    DiscRepair.copy(discs.get(disc), images.get(disc), onRead, cancel);
                }
            }
            new Repair(any.code(), this::read, cancel)
                    .run(any.stripes(), new Writing(images, headers, found));
            for (int disc : wanted) {
                new RecoveryWriter(
                                requireNonNull(headers.get(disc)),
                                requireNonNull(images.get(disc)),
                                count -> {},
                                cancel)
                        .ofASet();
            }
            return found.values().stream().map(Found::report).toList();
        } finally {
            for (FileChannel image : images.values()) {
                image.close();
            }
        }
    }

    /**
     * The header of a data disc that has lost all copies of it; empty if no disc for recovery is
     * there to tell its length.
     */
    public static Optional<RecoveryHeader> headerOf(int disc, List<RecoveryHeader> others) {
        return others.stream()
                .filter(header -> header.kind() == Kind.FOR_A_SET)
                .filter(header -> disc >= 1 && disc <= header.dataShards())
                .findFirst()
                .map(
                        header ->
                                RecoveryPlan.ofSet(
                                        header.version(),
                                        header.setId(),
                                        disc,
                                        header.lengths().stream()
                                                .map(sectors -> sectors * Sector.BYTES)
                                                .toList(),
                                        header.parityShards()));
    }

    private RecoveryHeader headerOf(int disc) {
        if (discs.containsKey(disc)) {
            return discs.get(disc).header();
        }
        List<Long> lengths =
                ofRecovery.orElseThrow().lengths().stream()
                        .map(sectors -> sectors * Sector.BYTES)
                        .toList();
        return RecoveryPlan.ofSet(any.version(), any.setId(), disc, lengths, any.parityShards());
    }

    private BitSet read(int shard, long first, int count, byte[] into) {
        CheckedDisc disc = discs.get(shard + 1);
        if (disc == null) {
            BitSet all = new BitSet();
            all.set(0, count);
            Arrays.fill(into, 0, count * Sector.BYTES, (byte) 0);
            return all;
        }
        onRead.accept((long) count * Sector.BYTES);
        return shard < any.dataShards()
                ? disc.data(first, count, into)
                : disc.parity(first, count, into);
    }

    /** Into the images that are wanted; nothing lies behind the end of a disc. */
    private static final class Writing implements Repair.Sink {
        private final Map<Integer, FileChannel> images;
        private final Map<Integer, RecoveryHeader> headers;
        private final Map<Integer, Found> found;

        Writing(
                Map<Integer, FileChannel> images,
                Map<Integer, RecoveryHeader> headers,
                Map<Integer, Found> found) {
            this.images = images;
            this.headers = headers;
            this.found = found;
        }

        private boolean isWanted(int shard, long stripe) {
            return images.containsKey(shard + 1)
                    && stripe < requireNonNull(headers.get(shard + 1)).protectedSectors();
        }

        @Override
        public void repaired(int shard, long stripe, byte[] sector) throws IOException {
            if (isWanted(shard, stripe)) {
                requireNonNull(found.get(shard + 1)).repaired();
                DiscRepair.write(requireNonNull(images.get(shard + 1)), stripe, sector);
            }
        }

        @Override
        public void beyondRepair(int shard, long stripe) {
            if (isWanted(shard, stripe)) {
                requireNonNull(found.get(shard + 1)).lost(stripe);
            }
        }
    }
}
