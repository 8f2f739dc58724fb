package app.lacuna.bench.kernel;

import app.lacuna.crypto.KeyDerivation;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;

/** The keys of one AES-256 entry: 1,000 rounds, 66 bytes. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
public class KeyDerivationKernel {
    private static final int KEYS = 64;

    private final KeyDerivation derivation =
            new KeyDerivation("ebb and flood".getBytes(StandardCharsets.UTF_8));
    private final List<byte[]> salts = new ArrayList<>();

    public KeyDerivationKernel() {
        for (int i = 0; i < KEYS; i++) {
            byte[] salt = new byte[16];
            salt[0] = (byte) i;
            salts.add(salt);
        }
    }

    /** In a Java that may not load the vector module. */
    @Benchmark
    @OperationsPerInvocation(KEYS)
    @Fork(value = 1, jvmArgs = "-Xmx1g")
    public List<byte[]> inLanes() {
        return derivation.deriveAll(salts, 1000, 66);
    }

    /** Where the module is there, vectors serve before the measurement begins. */
    @Benchmark
    @OperationsPerInvocation(KEYS)
    @Fork(
            value = 1,
            jvmArgs = {"-Xmx1g", "--add-exports=java.base/jdk.internal.module=ALL-UNNAMED"})
    public List<byte[]> inVectors(Vectors vectors) {
        return derivation.deriveAll(salts, 1000, 66);
    }

    /** Waits for the kernel to be chosen. */
    @State(Scope.Benchmark)
    public static class Vectors {
        @Setup
        public void choose() throws InterruptedException {
            KeyDerivation.expect(1_000_000, 66);
            for (int i = 0; i < 100 && !KeyDerivation.kernel().startsWith("vectors"); i++) {
                TimeUnit.MILLISECONDS.sleep(100);
            }
        }
    }

    @Benchmark
    public byte[] oneByOne() {
        return derivation.derive(salts.get(0), 1000, 66);
    }

    @Benchmark
    public byte[] jdk() throws GeneralSecurityException {
        return SecretKeyFactory.getInstance("PBKDF2WithHmacSHA1")
                .generateSecret(
                        new PBEKeySpec("ebb and flood".toCharArray(), salts.get(0), 1000, 528))
                .getEncoded();
    }
}
