package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Many threads, one result: but for the salts, the bytes do not depend on timing. */
class SameBytesTest {
    @TempDir Path folder;

    @Tag("slow")
    @Test
    void sameFilesAndSaltsGiveTheSameBytes() throws Exception {
        Path dig = TestTrees.dig(folder);
        Random random = new Random(1);
        for (int i = 0; i < 60; i++) {
            byte[] noise = new byte[random.nextInt(60_000)];
            random.nextBytes(noise);
            Files.write(dig.resolve("C-" + i + ".jpg"), noise);
        }
        byte[] large = new byte[SmallEntries.MAX_BYTES + 700_000];
        random.nextBytes(large);
        java.util.Arrays.fill(large, 0, 4_000_000, (byte) 'p');
        Files.write(dig.resolve("film.raw"), large);
        for (Method method : new Method[] {Method.DEFLATE, Method.ZSTD}) {
            PackOptions options = PackOptions.STANDARD.withMethod(method);
            byte[] first = pack(options, dig);
            for (int run = 0; run < 4; run++) {
                assertThat(pack(options, dig)).isEqualTo(first);
            }
        }
    }

    private byte[] pack(PackOptions options, Path dig)
            throws IOException, NoSuchAlgorithmException {
        Path archive = folder.resolve("a.zip");
        Files.deleteIfExists(archive);
        SecureRandom same = SecureRandom.getInstance("SHA1PRNG");
        same.setSeed(7);
        try (Secret secret = TestTrees.secret("ebb");
                FileChannel channel =
                        FileChannel.open(
                                archive, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                ZipWriter writer = new ZipWriter(channel, options, Optional.of(secret), same)) {
            writer.addAll(TestTrees.scan(dig).items(), new TestWatch());
            writer.finish();
        }
        return Files.readAllBytes(archive);
    }
}
