package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every way of hashing in lanes that this machine has, held against what is published. */
class LaneKernelsTest {
    static Stream<LaneKernel> kernels() {
        return Stream.concat(Stream.of(LoopLanes.KERNEL), VectorKernel.load().stream());
    }

    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** RFC 6070, section 2, first two vectors; more lanes than a vector has. */
    @ParameterizedTest
    @MethodSource("kernels")
    void giveTheShortValuesOfRfc6070(LaneKernel kernel) {
        try (KeyDerivation password = new KeyDerivation(utf8("password"))) {
            assertThat(derived(kernel, password, "salt", 1, 20))
                    .isEqualTo("0c60c80f961f0e71f3a9b524af6012062fe037a6");
            assertThat(derived(kernel, password, "salt", 2, 20))
                    .isEqualTo("ea6c014dc72d6f8ccd1ed92ace1d41f0d8de8957");
        }
    }

    /** RFC 6070, section 2: those of 4,096 rounds. Vectors are slow where nothing is optimized. */
    @Tag("slow")
    @ParameterizedTest
    @MethodSource("kernels")
    void giveTheLongValuesOfRfc6070(LaneKernel kernel) {
        try (KeyDerivation password = new KeyDerivation(utf8("password"));
                KeyDerivation zero = new KeyDerivation(utf8("pass\0word"));
                KeyDerivation twice = new KeyDerivation(utf8("passwordPASSWORDpassword"))) {
            assertThat(derived(kernel, password, "salt", 4096, 20))
                    .isEqualTo("4b007901b765489abead49d926f721d065a429c1");
            String salt = "saltSALTsaltSALTsaltSALTsaltSALTsalt";
            assertThat(derived(kernel, twice, salt, 4096, 25))
                    .isEqualTo("3d2eec4fe41c849b80c8d83662c0e44a8b291a964cf2f07038");
            assertThat(derived(kernel, zero, "sa\0lt", 4096, 16))
                    .isEqualTo("56fa6aa75548099dcc37d7f03425e0c3");
        }
    }

    private static String derived(
            LaneKernel kernel, KeyDerivation password, String salt, int rounds, int length) {
        List<KeyDerivation.Wanted> wanted = new ArrayList<>();
        for (int i = 0; i < 19; i++) {
            wanted.add(new KeyDerivation.Wanted(password, utf8(i == 11 ? salt : "other" + i)));
        }
        List<byte[]> keys = KeyDerivation.deriveTogether(wanted, rounds, length, kernel);
        return HexFormat.of().formatHex(keys.get(11));
    }

    /** Random numbers of keys, lengths, rounds, salts and passwords, mixed within one call. */
    @ParameterizedTest
    @MethodSource("kernels")
    void agreeWithTheJdk(LaneKernel kernel) throws GeneralSecurityException {
        Random random = new Random(13);
        for (int run = 0; run < 25; run++) {
            int rounds = 1 + random.nextInt(60);
            int length = 1 + random.nextInt(100);
            int count = 1 + random.nextInt(run % 5 == 0 ? 90 : 9);
            List<KeyDerivation.Wanted> wanted = new ArrayList<>();
            List<byte[]> expected = new ArrayList<>();
            for (int key = 0; key < count; key++) {
                StringBuilder password = new StringBuilder();
                random.ints(1 + random.nextInt(90), 33, 127)
                        .forEach(c -> password.append((char) c));
                byte[] salt = new byte[1 + random.nextInt(90)];
                random.nextBytes(salt);
                wanted.add(
                        new KeyDerivation.Wanted(
                                new KeyDerivation(utf8(password.toString())), salt));
                expected.add(jdk(password.toString(), salt, rounds, length));
            }
            List<byte[]> keys = KeyDerivation.deriveTogether(wanted, rounds, length, kernel);
            for (int key = 0; key < count; key++) {
                assertThat(keys.get(key))
                        .as("key %d of %d", key, count)
                        .isEqualTo(expected.get(key));
            }
            wanted.forEach(key -> key.password().close());
        }
    }

    private static byte[] jdk(String password, byte[] salt, int rounds, int length)
            throws GeneralSecurityException {
        return SecretKeyFactory.getInstance("PBKDF2WithHmacSHA1")
                .generateSecret(new PBEKeySpec(password.toCharArray(), salt, rounds, length * 8))
                .getEncoded();
    }
}
