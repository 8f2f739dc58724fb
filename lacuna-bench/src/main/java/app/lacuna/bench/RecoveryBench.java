package app.lacuna.bench;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.MemorySource;
import app.lacuna.reedsolomon.RecoveryHeader;
import app.lacuna.reedsolomon.RecoveryHeader.SetId;
import app.lacuna.reedsolomon.RecoveryPlan;
import app.lacuna.reedsolomon.RecoveryWriter;
import app.lacuna.reedsolomon.SetRepair;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * Recovery data for ten discs, and working one of them out again. The discs are in memory, so that
 * what is measured is the work; it is done by one processor.
 */
final class RecoveryBench {
    private static final int DISCS = 10;
    private static final int DISC_BYTES = 64 << 20;
    private static final int RUNS = 5;

    private final Path folder;

    RecoveryBench(Path folder) {
        this.folder = folder;
    }

    /**
     * All in megabytes of the ten discs a second.
     *
     * @param one for one disc that may be lost
     * @param two for two of them
     * @param repair of one lost disc
     */
    record Result(double one, double two, double repair) {}

    Result run() throws IOException {
        System.err.println("measuring: recovery data");
        List<ByteSource> discs = new ArrayList<>();
        List<Long> lengths = new ArrayList<>();
        Random random = new Random(1);
        for (int i = 0; i < DISCS; i++) {
            byte[] noise = new byte[DISC_BYTES];
            random.nextBytes(noise);
            discs.add(new MemorySource(noise));
            lengths.add((long) DISC_BYTES);
        }
        Path parity = folder.resolve("parity.bin");
        Path repaired = folder.resolve("repaired.bin");
        Stopwatch two = new Stopwatch();
        Stopwatch one = new Stopwatch();
        Stopwatch repair = new Stopwatch();
        for (int run = 0; run < RUNS; run++) {
            two.time(() -> write(discs, lengths, 2, parity));
            one.time(() -> write(discs, lengths, 1, parity));
            repair.time(() -> repair(discs, lengths, parity, repaired));
        }
        Files.delete(parity);
        Files.delete(repaired);
        return new Result(speed(one), speed(two), speed(repair));
    }

    private static double speed(Stopwatch watch) {
        return (double) DISCS * DISC_BYTES / watch.median() / 1e6;
    }

    /** The last of the discs for recovery: the first is only an exclusive or. */
    private static void write(List<ByteSource> discs, List<Long> lengths, int parity, Path file)
            throws IOException {
        RecoveryHeader header = RecoveryPlan.forSet(new SetId(1, 2), parity, lengths, parity, 0);
        try (FileChannel image = open(file)) {
            new RecoveryWriter(header, image, count -> {}, CancelToken.never()).forASet(discs);
        }
    }

    private static void repair(
            List<ByteSource> discs, List<Long> lengths, Path parity, Path repaired)
            throws IOException {
        List<SetRepair.Present> present = new ArrayList<>();
        SetId set = new SetId(1, 2);
        for (int disc = 2; disc <= DISCS; disc++) {
            present.add(
                    new SetRepair.Present(
                            discs.get(disc - 1), RecoveryPlan.ofSet(set, disc, lengths, 1)));
        }
        try (ByteSource last = new FileSource(parity)) {
            present.add(new SetRepair.Present(last, RecoveryPlan.forSet(set, 1, lengths, 1, 0)));
            new SetRepair(present, count -> {}, CancelToken.never())
                    .into(List.of(1), disc -> open(repaired));
        }
    }

    private static FileChannel open(Path file) throws IOException {
        return FileChannel.open(
                file,
                StandardOpenOption.CREATE,
                StandardOpenOption.TRUNCATE_EXISTING,
                StandardOpenOption.READ,
                StandardOpenOption.WRITE);
    }
}
