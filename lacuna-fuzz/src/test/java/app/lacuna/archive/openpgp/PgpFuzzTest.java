package app.lacuna.archive.openpgp;

import app.lacuna.common.Secret;
import app.lacuna.error.LacunaException;
import app.lacuna.io.MemorySource;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;

/** Whatever bytes there are, as an OpenPGP message: nothing but failures of ours. */
class PgpFuzzTest {
    @FuzzTest(maxDuration = "10s")
    void readsAnything(byte[] bytes) throws IOException {
        MemorySource source = new MemorySource(bytes.clone());
        if (!PgpMessage.isMessage(source)) {
            return;
        }
        try (Secret password = Secret.takeOver("ebb".toCharArray());
                PgpMessage message = PgpMessage.open(source, password, Path.of("fuzz.backup"));
                InputStream in = message.stream()) {
            in.readNBytes(1 << 16);
        } catch (LacunaException expected) {
            // a clear failure
        }
    }
}
