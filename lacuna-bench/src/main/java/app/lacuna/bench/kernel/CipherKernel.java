package app.lacuna.bench.kernel;

import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.Authentication;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.crypto.Primitives;
import app.lacuna.crypto.RandomAccessCipher;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;

/** Keystream and authentication code over 125,000 bytes: eight operations a second are 1 MB/s. */
@State(Scope.Thread)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
public class CipherKernel {
    private static final int BLOCK = 125_000;

    @Param({"native", "jdk"})
    public String provider;

    private final byte[] bytes = new byte[BLOCK];
    private RandomAccessCipher cipher;
    private Authentication authentication;

    @Setup
    public void keys() {
        Primitives primitives = provider.equals("jdk") ? Primitives.jdk() : Primitives.fastest();
        try (KeyDerivation derivation = new KeyDerivation(new byte[] {1});
                EntryKeys keys = EntryKeys.derive(derivation, AesStrength.AES_256, new byte[16])) {
            cipher = new RandomAccessCipher(keys, primitives);
            authentication = new Authentication(keys, primitives);
        }
    }

    @Benchmark
    public void keystreamEighthOfAMegabyte() {
        cipher.combineAt(0, bytes, 0, BLOCK);
    }

    @Benchmark
    public void codeEighthOfAMegabyte() {
        authentication.update(bytes, 0, BLOCK);
    }
}
