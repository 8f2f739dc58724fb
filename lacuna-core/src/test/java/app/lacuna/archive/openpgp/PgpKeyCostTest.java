package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.Secret;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URL;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The cost that the program uses, and that only the tests replace it. */
class PgpKeyCostTest {
    private static final String SERVICE =
            "META-INF/services/" + PgpKeyCost.Replacement.class.getName();

    @Test
    void production_currentForm_asksForThreePassesOver64MiB() throws IOException {
        byte[] message = message(PgpForm.CURRENT, PgpKeyCost.PRODUCTION);
        // RFC 9580, 5.3.2: version 6, count, AES-256, GCM, length, Argon2 with salt, t, p, m
        int argon2 = 2 + 5;
        assertThat(message[argon2]).isEqualTo((byte) 4);
        assertThat(message[argon2 + 17]).as("passes").isEqualTo((byte) 3);
        assertThat(message[argon2 + 18]).as("lanes").isEqualTo((byte) 4);
        assertThat(message[argon2 + 19]).as("2^16 KiB").isEqualTo((byte) 16);
    }

    @Test
    void production_formForOlderTools_hashes65011712Bytes() throws IOException {
        byte[] message = message(PgpForm.FOR_OLDER_TOOLS, PgpKeyCost.PRODUCTION);
        // RFC 9580, 5.3.1: version 4, cipher, iterated S2K: 3, digest, salt, count
        int s2k = 2 + 2;
        assertThat(message[s2k]).isEqualTo((byte) 3);
        int count = message[s2k + 10] & 0xff;
        assertThat((16 + (count & 15)) << ((count >> 4) + 6)).isEqualTo(65_011_712);
    }

    @Test
    void replacement_isOnlyInTheTests() throws IOException {
        List<URL> found = Collections.list(PgpKeyCost.class.getClassLoader().getResources(SERVICE));
        assertThat(found).hasSize(1);
        Path classes =
                Path.of(
                        PgpKeyCost.class
                                .getProtectionDomain()
                                .getCodeSource()
                                .getLocation()
                                .getPath());
        assertThat(classes.resolve(SERVICE)).doesNotExist();
        assertThat(PgpKeyCost.chosen()).isNotEqualTo(PgpKeyCost.PRODUCTION);
    }

    private static byte[] message(PgpForm form, PgpKeyCost cost) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Secret password = TestTrees.secret("ebb");
                PgpOutput pgp = new PgpOutput(out, password, form, new SecureRandom(), cost)) {
            pgp.write(7);
        }
        return out.toByteArray();
    }
}
