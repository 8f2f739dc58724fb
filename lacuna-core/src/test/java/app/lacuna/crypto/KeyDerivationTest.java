package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class KeyDerivationTest {
    private static byte[] utf8(String text) {
        return text.replace("\\0", "\0").getBytes(StandardCharsets.UTF_8);
    }

    /** The vectors of RFC 6070, section 2, but for the one of 16,777,216 iterations. */
    @ParameterizedTest
    @CsvSource({
        "password, salt, 1, 20, 0c60c80f961f0e71f3a9b524af6012062fe037a6",
        "password, salt, 2, 20, ea6c014dc72d6f8ccd1ed92ace1d41f0d8de8957",
        "password, salt, 4096, 20, 4b007901b765489abead49d926f721d065a429c1",
        "passwordPASSWORDpassword, saltSALTsaltSALTsaltSALTsaltSALTsalt, 4096, 25,"
                + " 3d2eec4fe41c849b80c8d83662c0e44a8b291a964cf2f07038",
        "pass\\0word, sa\\0lt, 4096, 16, 56fa6aa75548099dcc37d7f03425e0c3"
    })
    void givesTheValuesOfRfc6070(
            String password, String salt, int iterations, int length, String expected) {
        try (KeyDerivation derivation = new KeyDerivation(utf8(password))) {
            byte[] derived = derivation.derive(utf8(salt), iterations, length);
            assertThat(HexFormat.of().formatHex(derived)).isEqualTo(expected);
            List<byte[]> lanes = derivation.deriveAll(List.of(utf8(salt)), iterations, length);
            assertThat(HexFormat.of().formatHex(lanes.get(0))).isEqualTo(expected);
        }
    }

    /** More than fit into one set of lanes, and every length of AES entries. */
    @ParameterizedTest
    @CsvSource({"1, 66", "16, 66", "17, 66", "40, 34", "33, 50", "5, 20", "3, 1"})
    void togetherGivesTheSameAsOneByOne(int count, int length) {
        Random random = new Random(count);
        List<byte[]> salts = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            byte[] salt = new byte[8 + random.nextInt(80)];
            random.nextBytes(salt);
            salts.add(salt);
        }
        try (KeyDerivation derivation = new KeyDerivation(utf8("sluice"))) {
            List<byte[]> together = derivation.deriveAll(salts, 100, length);
            assertThat(together).hasSize(count);
            for (int i = 0; i < count; i++) {
                assertThat(together.get(i)).isEqualTo(derivation.derive(salts.get(i), 100, length));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 8, 19, 20, 63, 64, 65, 200})
    void agreesWithTheJdk(int passwordLength) throws GeneralSecurityException {
        Random random = new Random(passwordLength);
        StringBuilder password = new StringBuilder();
        random.ints(passwordLength, 33, 126).forEach(c -> password.append((char) c));
        byte[] salt = new byte[1 + random.nextInt(90)];
        random.nextBytes(salt);
        byte[] expected =
                SecretKeyFactory.getInstance("PBKDF2WithHmacSHA1")
                        .generateSecret(
                                new PBEKeySpec(
                                        password.toString().toCharArray(), salt, 1000, 66 * 8))
                        .getEncoded();
        try (KeyDerivation derivation = new KeyDerivation(utf8(password.toString()))) {
            assertThat(derivation.derive(salt, 1000, 66)).isEqualTo(expected);
            assertThat(derivation.derive(salt, 1000, 66)).as("used again").isEqualTo(expected);
        }
    }

    @Test
    void forgetsThePasswordWhenClosed() {
        KeyDerivation derivation = new KeyDerivation(utf8("password"));
        byte[] before = derivation.derive(utf8("salt"), 1, 20);
        derivation.close();
        assertThat(derivation.derive(utf8("salt"), 1, 20)).isNotEqualTo(before);
    }
}
