package app.lacuna.bench.kernel;

import app.lacuna.compression.BlockDeflater;
import app.lacuna.compression.Compressibility;
import app.lacuna.compression.Level;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;

/** One block of text with its dictionary, and the question whether it is worth it. */
@State(Scope.Thread)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
public class DeflateKernel {
    private static final int LENGTH = 500_000;

    @Param({"FAST", "BALANCED", "SMALL"})
    public Level level;

    private byte[] bytes;
    private BlockDeflater deflater;

    @Setup
    public void text() {
        StringBuilder text = new StringBuilder();
        Random random = new Random(1);
        while (text.length() < LENGTH + BlockDeflater.DICTIONARY_BYTES) {
            text.append("level ").append(random.nextInt(4_000)).append(" peat\n");
        }
        bytes = text.toString().getBytes(StandardCharsets.UTF_8);
        deflater = new BlockDeflater(level);
    }

    @Benchmark
    public int halfAMegabyte() {
        return deflater.deflate(bytes, BlockDeflater.DICTIONARY_BYTES, LENGTH, false).length();
    }

    @Benchmark
    public boolean probe() {
        return Compressibility.isWorthIt(bytes, LENGTH);
    }
}
