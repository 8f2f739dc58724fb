package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import java.security.GeneralSecurityException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import javax.crypto.Cipher;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CounterKeystreamTest {
    private static final HexFormat HEX = HexFormat.of();

    /** FIPS 197, appendix C: the block cipher below the keystream is AES for each key length. */
    @ParameterizedTest
    @CsvSource({
        "000102030405060708090a0b0c0d0e0f, 69c4e0d86a7b0430d8cdb78070b4c55a",
        "000102030405060708090a0b0c0d0e0f1011121314151617, dda97ca4864cdfe06eaf70a0ec0d7191",
        "000102030405060708090a0b0c0d0e0f101112131415161718191a1b1c1d1e1f,"
                + " 8ea2b7ca516745bfeafc49904b496089"
    })
    void blockCipherIsThatOfFips197(String key, String expected) throws GeneralSecurityException {
        for (Primitives primitives : List.of(Primitives.jdk(), Primitives.fastest())) {
            Cipher aes = primitives.aes(HEX.parseHex(key));
            byte[] block = aes.update(HEX.parseHex("00112233445566778899aabbccddeeff"));
            assertThat(HEX.formatHex(block)).as("%s", primitives).isEqualTo(expected);
        }
    }

    @Test
    void everyProviderGivesTheSameStream() {
        byte[] key = HEX.parseHex("000102030405060708090a0b0c0d0e0f1011121314151617");
        byte[] plain = new byte[50_001];
        new Random(9).nextBytes(plain);
        byte[] first = new byte[plain.length];
        byte[] second = new byte[plain.length];
        Primitives other = Primitives.nativeOnes().orElseThrow(); // loads on every system of ours
        try (CounterKeystream a = new CounterKeystream(key, Primitives.jdk());
                CounterKeystream b = new CounterKeystream(key, other)) {
            a.combine(plain, 0, first, 0, plain.length);
            b.combine(plain, 0, second, 0, plain.length);
        }
        assertThat(second).isEqualTo(first);
    }

    @Test
    void anyPlaceCanBeReachedDirectly() {
        byte[] plain = new byte[70_000];
        new Random(5).nextBytes(plain);
        byte[] whole = new byte[plain.length];
        try (KeyDerivation derivation = new KeyDerivation(new byte[] {'p'});
                EntryKeys keys = EntryKeys.derive(derivation, AesStrength.AES_256, new byte[16]);
                EncryptedStream stream = new EncryptedStream(keys, Primitives.fastest());
                RandomAccessCipher cipher = new RandomAccessCipher(keys, Primitives.fastest())) {
            stream.encrypt(plain, 0, plain.length, whole);
            Random random = new Random(6);
            for (int i = 0; i < 200; i++) {
                int at = random.nextInt(plain.length);
                int length = random.nextInt(plain.length - at);
                byte[] part = Arrays.copyOfRange(whole, at, at + length);
                cipher.combineAt(at, part, 0, length);
                assertThat(part).isEqualTo(Arrays.copyOfRange(plain, at, at + length));
            }
        }
    }

    /**
     * SP 800-38A, section 6.5: each keystream block is the encrypted counter. With a little-endian
     * counter from one, the block of number n is AES(n as 16 bytes, least significant first).
     */
    @Test
    void everyBlockIsTheEncryptedCounter() throws GeneralSecurityException {
        byte[] key =
                HEX.parseHex("603deb1015ca71be2b73aef0857d77811f352c073b6108d72d9810a30914dff4");
        Cipher aes = Cipher.getInstance("AES/ECB/NoPadding");
        aes.init(Cipher.ENCRYPT_MODE, new SecretKeySpec(key, "AES"));
        int blocks = 1100; // more than two refills, and past a carry into the second byte
        byte[] stream = new byte[16 * blocks];
        try (CounterKeystream keystream = new CounterKeystream(key, Primitives.jdk())) {
            keystream.combine(new byte[stream.length], 0, stream, 0, stream.length);
        }
        for (int n = 1; n <= blocks; n++) {
            byte[] counter = new byte[16];
            counter[0] = (byte) n;
            counter[1] = (byte) (n >> 8);
            assertThat(Arrays.copyOfRange(stream, 16 * (n - 1), 16 * n))
                    .as("block %d", n)
                    .isEqualTo(aes.doFinal(counter));
        }
    }

    @Test
    void piecesOfAnySizeGiveTheSameStream() {
        byte[] key = new byte[16];
        byte[] plain = new byte[40_000];
        new Random(3).nextBytes(plain);
        byte[] whole = new byte[plain.length];
        try (CounterKeystream keystream = new CounterKeystream(key, Primitives.jdk())) {
            keystream.combine(plain, 0, whole, 0, plain.length);
        }
        byte[] pieces = new byte[plain.length + 3];
        Random random = new Random(4);
        try (CounterKeystream keystream = new CounterKeystream(key, Primitives.jdk())) {
            for (int done = 0; done < plain.length; ) {
                int count = Math.min(plain.length - done, 1 + random.nextInt(9_001));
                keystream.combine(plain, done, pieces, done + 3, count);
                done += count;
            }
        }
        assertThat(Arrays.copyOfRange(pieces, 3, pieces.length)).isEqualTo(whole);
    }
}
