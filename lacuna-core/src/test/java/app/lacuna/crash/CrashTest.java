package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;

/**
 * Cuts the power at every step of every job that writes. The scenarios run in a process whose
 * default file system is simulated. To repeat a broken point, run it by its number:
 *
 * <pre>java -Djava.nio.file.spi.DefaultFileSystemProvider=app.lacuna.crash.SimulatedProvider
 * -Dcrash.point=NUMBER -cp ... app.lacuna.crash.CrashSimulation SCENARIO</pre>
 */
class CrashTest {
    @TestFactory
    Stream<DynamicTest> everyPowerCut_afterNextStart_keepsThePromises()
            throws IOException, InterruptedException {
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xshare:auto",
                                "-Xmx1g",
                                "-XX:+UseSerialGC",
                                "-XX:TieredStopAtLevel=1",
                                "-Dcrash.random=" + Integer.getInteger("crash.random", 2),
                                "-Djava.nio.file.spi.DefaultFileSystemProvider="
                                        + SimulatedProvider.class.getName(),
                                "-cp",
                                System.getProperty("java.class.path"),
                                CrashSimulation.class.getName())
                        .redirectErrorStream(true)
                        .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        boolean ended = process.waitFor() <= 1;
        return Scenarios.names().stream()
                .map(name -> DynamicTest.dynamicTest(name, () -> check(name, said, ended)));
    }

    private static void check(String scenario, String said, boolean ended) {
        assertThat(ended).as(said).isTrue();
        assertThat(said.lines())
                .as(said)
                .filteredOn(line -> line.startsWith(scenario + ": "))
                .singleElement()
                .asString()
                .matches(".* [1-9]\\d* different, 0 broken");
    }
}
