package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import javax.crypto.Mac;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class EncryptedStreamTest {
    /** RFC 2202, section 3, cases 1 and 2: the provider's HMAC-SHA1 is the standard's. */
    @ParameterizedTest
    @CsvSource({
        "0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b0b, Hi There,"
                + " b617318655057264e28bc0b6fb378c8ef146be00",
        "4a656665, what do ya want for nothing?, effcdf6ae5eb2fa2d27416d5f184df9c259a7c79"
    })
    void codeIsThatOfRfc2202(String key, String data, String expected) {
        for (Primitives primitives : List.of(Primitives.jdk(), Primitives.fastest())) {
            Mac mac = primitives.hmacSha1(HexFormat.of().parseHex(key));
            byte[] code = mac.doFinal(data.getBytes(StandardCharsets.US_ASCII));
            assertThat(HexFormat.of().formatHex(code)).as("%s", primitives).isEqualTo(expected);
        }
    }

    private static EncryptedStream stream(AesStrength strength, String password) {
        byte[] salt = new byte[strength.saltBytes()];
        try (KeyDerivation derivation =
                        new KeyDerivation(password.getBytes(StandardCharsets.UTF_8));
                EntryKeys keys = EntryKeys.derive(derivation, strength, salt)) {
            return new EncryptedStream(keys, Primitives.fastest());
        }
    }

    @ParameterizedTest
    @EnumSource
    void decryptsWhatItEncrypted(AesStrength strength) {
        byte[] plain = new byte[10_007];
        new Random(1).nextBytes(plain);
        byte[] before = plain.clone();
        byte[] encrypted = new byte[plain.length];
        byte[] code;
        try (EncryptedStream stream = stream(strength, "p")) {
            stream.encrypt(plain, 0, plain.length, encrypted);
            code = stream.code();
        }
        assertThat(plain).as("the caller's bytes stay as they are").isEqualTo(before);
        assertThat(encrypted).isNotEqualTo(plain);
        try (EncryptedStream stream = stream(strength, "p")) {
            stream.decrypt(encrypted, 0, encrypted.length);
            assertThat(stream.matches(code)).isTrue();
        }
        assertThat(encrypted).isEqualTo(plain);
    }

    @Test
    void honoursTheOffset() {
        byte[] plain = new byte[500];
        new Random(2).nextBytes(plain);
        byte[] shifted = new byte[507];
        System.arraycopy(plain, 0, shifted, 7, plain.length);
        byte[] first = new byte[500];
        byte[] second = new byte[500];
        try (EncryptedStream a = stream(AesStrength.AES_256, "p");
                EncryptedStream b = stream(AesStrength.AES_256, "p")) {
            a.encrypt(plain, 0, 500, first);
            b.encrypt(shifted, 7, 500, second);
        }
        assertThat(second).isEqualTo(first);
    }

    @Test
    void noticesOneFlippedBit() {
        byte[] encrypted = new byte[100];
        byte[] code;
        try (EncryptedStream stream = stream(AesStrength.AES_128, "p")) {
            stream.encrypt(new byte[100], 0, 100, encrypted);
            code = stream.code();
        }
        encrypted[57] ^= 4;
        try (EncryptedStream stream = stream(AesStrength.AES_128, "p")) {
            stream.decrypt(encrypted, 0, 100);
            assertThat(stream.matches(code)).isFalse();
        }
    }

    @Test
    void otherPasswordGivesOtherKeys() {
        byte[] first = new byte[64];
        byte[] second = new byte[64];
        try (EncryptedStream a = stream(AesStrength.AES_192, "p");
                EncryptedStream b = stream(AesStrength.AES_192, "P")) {
            a.encrypt(new byte[64], 0, 64, first);
            b.encrypt(new byte[64], 0, 64, second);
        }
        assertThat(Arrays.equals(first, second)).isFalse();
    }
}
