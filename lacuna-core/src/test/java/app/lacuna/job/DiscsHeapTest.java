package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.disc.DiscFacts.Spread;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * A set of discs that is many times as large as the heap; by hand the same with 25 GB in 256 MB.
 */
@Tag("slow")
class DiscsHeapTest {
    private static final long DISC = 87_000_000;
    private static final String HEAP = "-Xmx64m";

    @TempDir Path folder;

    @ParameterizedTest
    @EnumSource
    void memoryDoesNotGrowWithTheSet(Spread spread) throws Exception {
        Path tree = Files.createDirectory(folder.resolve("flights"));
        for (int i = 0; i < 5; i++) {
            try (RandomAccessFile hole =
                    new RandomAccessFile(tree.resolve("flight " + i + ".mov").toFile(), "rw")) {
                hole.setLength(40_000_000);
            }
        }
        Path out = Files.createDirectory(folder.resolve("out"));
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                HEAP,
                                "-cp",
                                System.getProperty("java.class.path"),
                                WriteDiscs.class.getName(),
                                tree.toString(),
                                out.toString(),
                                String.valueOf(DISC),
                                spread.name())
                        .redirectErrorStream(true)
                        .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        assertThat(said.strip()).isEqualTo("4");
        assertThat(out.resolve("SALTMARSH_4.iso")).exists();
    }
}
