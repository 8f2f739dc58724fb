package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The same derivation in Javas that have the vector module, forbid it, or lack it. */
@Tag("slow")
class VectorModuleTest {
    private static final String ALLOWED = "--add-exports=java.base/jdk.internal.module=ALL-UNNAMED";
    private static final String PLAIN = "loops of plain Java";

    /** Derives until another kernel serves, or for a while; prints the first key and the kernel. */
    public static final class Program {
        private Program() {}

        public static void main(String[] arguments) throws InterruptedException {
            KeyDerivation.expect(KernelChoice.ENOUGH_BLOCKS, 66);
            String before = "";
            int looks = Integer.parseInt(arguments[0]);
            for (int i = 0; i < looks && !KeyDerivation.kernel().startsWith("vectors"); i++) {
                before = key();
                TimeUnit.MILLISECONDS.sleep(50);
            }
            System.out.println(before + " " + before.equals(key()) + " " + KeyDerivation.kernel());
        }

        private static String key() {
            try (KeyDerivation password = new KeyDerivation("sluice".getBytes())) {
                List<byte[]> salts = new ArrayList<>();
                for (int i = 0; i < 40; i++) {
                    salts.add(new byte[] {(byte) i, 1, 2, 3, 4, 5, 6, 7});
                }
                byte[] last = password.deriveAll(salts, 1000, 66).get(39);
                return HexFormat.of().formatHex(last);
            }
        }
    }

    private record Ended(String out, String err) {
        boolean isRight() {
            try (KeyDerivation password = new KeyDerivation("sluice".getBytes())) {
                byte[] key = password.derive(new byte[] {39, 1, 2, 3, 4, 5, 6, 7}, 1000, 66);
                return out.startsWith(HexFormat.of().formatHex(key) + " true ");
            }
        }
    }

    private static Ended run(Path java, int looks, String... options) throws IOException {
        List<String> command = new ArrayList<>(List.of(java.toString()));
        command.addAll(List.of(options));
        command.addAll(
                List.of(
                        "-cp",
                        System.getProperty("java.class.path"),
                        Program.class.getName(),
                        String.valueOf(looks)));
        Process process = new ProcessBuilder(command).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        String err = new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Ended(out.strip(), err.strip());
    }

    private static Path java() {
        return Path.of(System.getProperty("java.home"), "bin", "java");
    }

    @Test
    void whereItIsAllowedItServesWithoutAWord() throws IOException {
        assumeTrue(VectorKernel.load().isPresent());
        Ended ended = run(java(), 100, ALLOWED);
        assertThat(ended.isRight()).isTrue();
        assertThat(ended.out()).contains(" vectors of ");
        assertThat(ended.err()).isEmpty();
    }

    @Test
    void whereItIsNotAllowedNothingIsDifferent() throws IOException {
        Ended ended = run(java(), 10);
        assertThat(ended.isRight()).isTrue();
        assertThat(ended.out()).endsWith(PLAIN);
        assertThat(ended.err()).isEmpty();
    }

    @Test
    void aJavaThatLacksItWorksAsWell(@TempDir Path folder) throws IOException {
        Path linker = java().resolveSibling("jlink");
        assumeTrue(Files.isExecutable(linker));
        Path runtime = folder.resolve("runtime");
        Process link =
                new ProcessBuilder(
                                linker.toString(),
                                "--add-modules",
                                "java.base",
                                "--output",
                                runtime.toString())
                        .redirectErrorStream(true)
                        .start();
        String said = new String(link.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(runtime.resolve("bin/java")).as(said).exists();
        Ended ended = run(runtime.resolve("bin/java"), 10, ALLOWED);
        assertThat(ended.isRight()).isTrue();
        assertThat(ended.out()).endsWith(PLAIN);
        assertThat(ended.err()).isEmpty();
    }
}
