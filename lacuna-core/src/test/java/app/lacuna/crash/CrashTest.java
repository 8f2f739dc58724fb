package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Cuts the power at every step of every job that writes. Each scenario runs in a process of its
 * own, whose default file system is simulated. A broken point is tried again by its number:
 *
 * <pre>java -Djava.nio.file.spi.DefaultFileSystemProvider=app.lacuna.crash.SimulatedProvider
 * -Dcrash.point=NUMBER -cp ... app.lacuna.crash.CrashSimulation SCENARIO</pre>
 */
class CrashTest {
    static List<String> scenarios() {
        return Scenarios.names();
    }

    @ParameterizedTest
    @MethodSource("scenarios")
    void everyPowerCut_afterNextStart_keepsThePromises(String scenario)
            throws IOException, InterruptedException {
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xshare:auto",
                                "-Xmx512m",
                                "-XX:+UseSerialGC",
                                "-XX:TieredStopAtLevel=1",
                                "-Djava.nio.file.spi.DefaultFileSystemProvider="
                                        + SimulatedProvider.class.getName(),
                                "-cp",
                                System.getProperty("java.class.path"),
                                CrashSimulation.class.getName(),
                                scenario)
                        .redirectErrorStream(true)
                        .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
    }
}
