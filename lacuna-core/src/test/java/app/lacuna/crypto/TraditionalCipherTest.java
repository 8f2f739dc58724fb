package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Other readers and writers hold it against APPNOTE.TXT in {@code TraditionalTest}. */
class TraditionalCipherTest {
    private static TraditionalCipher cipher(String password) {
        return TraditionalCipher.of(password.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void decryptsWhatItEncryptedInPiecesOfAnySize() {
        byte[] plain = new byte[5_003];
        new Random(1).nextBytes(plain);
        byte[] bytes = plain.clone();
        try (TraditionalCipher out = cipher("ebb");
                TraditionalCipher in = cipher("ebb")) {
            out.encrypt(bytes, 0, 1_001);
            out.encrypt(bytes, 1_001, bytes.length - 1_001);
            assertThat(bytes).isNotEqualTo(plain);
            in.decrypt(bytes, 0, 7);
            in.decrypt(bytes, 7, bytes.length - 7);
        }
        assertThat(bytes).isEqualTo(plain);
    }

    @Test
    void otherPasswordGivesOtherBytes() {
        byte[] first = new byte[64];
        byte[] second = new byte[64];
        cipher("ebb").encrypt(first, 0, 64);
        cipher("Ebb").encrypt(second, 0, 64);
        assertThat(Arrays.equals(first, second)).isFalse();
    }

    @Test
    void copyStartsWhereTheOriginalWas() {
        TraditionalCipher original = cipher("ebb");
        byte[] first = new byte[32];
        byte[] second = new byte[32];
        original.copy().encrypt(first, 0, 32);
        original.copy().encrypt(second, 0, 32);
        assertThat(second).isEqualTo(first);
    }
}
