package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Nothing readable and no password is left in the memory of a process that has packed. */
@Tag("slow")
class WipedTest {
    @TempDir Path folder;

    private static String unique() {
        byte[] bytes = new byte[12];
        new Random().nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }

    @ParameterizedTest
    @EnumSource
    void contentsAndPasswordAreGoneFromMemory(Names names) throws Exception {
        String small = unique();
        String large = unique();
        String password = unique();
        Path dig = Files.createDirectory(folder.resolve("dig"));
        for (int i = 0; i < 40; i++) {
            Files.writeString(dig.resolve("n" + i), small.repeat(1 + i * 20));
        }
        Files.writeString(dig.resolve("film"), large.repeat(800_000));
        Path key = Files.writeString(folder.resolve("key"), password + "\n");
        Path dump = folder.resolve("heap.hprof");

        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xmx300m",
                                "-XX:+UseSerialGC",
                                "-cp",
                                System.getProperty("java.class.path"),
                                PackThenDumpHeap.class.getName(),
                                dig.toString(),
                                folder.resolve("a.zip").toString(),
                                key.toString(),
                                dump.toString(),
                                names.name())
                        .redirectErrorStream(true)
                        .redirectOutput(folder.resolve("words").toFile())
                        .start();
        assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).as(Files.readString(folder.resolve("words"))).isZero();

        byte[] memory = Files.readAllBytes(dump);
        assertThat(contains(memory, "dig/n1".getBytes(StandardCharsets.UTF_8)))
                .as("it is the memory of that program: names are no secret here")
                .isTrue();
        assertThat(contains(memory, small)).as("small files").isFalse();
        assertThat(contains(memory, large)).as("a large file").isFalse();
        assertThat(contains(memory, password)).as("the password").isFalse();
    }

    /** As bytes, and as the characters of two bytes that the dump writes. */
    private static boolean contains(byte[] memory, String text) throws IOException {
        return contains(memory, text.getBytes(StandardCharsets.UTF_8))
                || contains(memory, text.getBytes(StandardCharsets.UTF_16BE));
    }

    private static boolean contains(byte[] memory, byte[] wanted) {
        for (int i = 0; i + wanted.length <= memory.length; i++) {
            int same = 0;
            while (same < wanted.length && memory[i + same] == wanted[same]) {
                same++;
            }
            if (same == wanted.length) {
                return true;
            }
        }
        return false;
    }
}
