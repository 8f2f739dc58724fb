package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Secret;
import app.lacuna.interop.Outside;
import app.lacuna.io.FileSource;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.Random;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Messages from and for another library: the npm package "openpgp", 6.3.2. */
class OtherPgpTest {
    private static final String PASSWORD = "ebb tide ü";

    @TempDir Path folder;

    private static byte[] noise() {
        byte[] bytes = new byte[400_000];
        new Random(6).nextBytes(bytes);
        return bytes;
    }

    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void anotherLibraryReadsOurs(PgpForm form) throws IOException {
        Path file = folder.resolve("ours");
        try (OutputStream out = Files.newOutputStream(file);
                Secret password = Secret.takeOver(PASSWORD.toCharArray());
                PgpOutput pgp = new PgpOutput(out, password, form, new SecureRandom())) {
            pgp.write(noise());
        }
        String read = Outside.run(folder, PASSWORD, "node", "openpgpjs.mjs", "read", file);
        assertThat(Base64.getDecoder().decode(read.strip())).isEqualTo(noise());
    }

    @ParameterizedTest
    @ValueSource(strings = {"v2-gcm", "v2-ocb", "v2-eax", "v1", "v1-zlib"})
    void weReadWhatAnotherLibraryWrites(String kind) throws IOException {
        Path file = folder.resolve("theirs");
        String input = PASSWORD + "\n" + Base64.getEncoder().encodeToString(noise());
        Outside.run(folder, input, "node", "openpgpjs.mjs", "write", file, kind);
        try (FileSource source = new FileSource(file);
                Secret password = Secret.takeOver(PASSWORD.toCharArray());
                PgpMessage opened = PgpMessage.open(source, password, file);
                InputStream in = opened.stream()) {
            assertThat(in.readAllBytes()).isEqualTo(noise());
        }
    }
}
