package app.lacuna.bench.kernel;

import app.lacuna.cipher.KeyDerivation;
import java.security.GeneralSecurityException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;

/** The keys of one AES-256 entry: 1,000 rounds, 66 bytes. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
public class KeyDerivationKernel {
    private final KeyDerivation derivation = new KeyDerivation("ebb and flood".getBytes());
    private final List<byte[]> salts = new ArrayList<>();

    public KeyDerivationKernel() {
        for (int i = 0; i < 16; i++) {
            byte[] salt = new byte[16];
            salt[0] = (byte) i;
            salts.add(salt);
        }
    }

    @Benchmark
    @OperationsPerInvocation(16)
    public List<byte[]> inLanes() {
        return derivation.deriveAll(salts, 1000, 66);
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
