package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.Share;
import app.lacuna.common.Secret;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import java.util.Random;
import org.bouncycastle.bcpg.AEADAlgorithmTags;
import org.bouncycastle.bcpg.S2K;
import org.bouncycastle.bcpg.SymmetricKeyAlgorithmTags;
import org.bouncycastle.openpgp.PGPEncryptedDataGenerator;
import org.bouncycastle.openpgp.PGPLiteralData;
import org.bouncycastle.openpgp.PGPLiteralDataGenerator;
import org.bouncycastle.openpgp.PGPSessionKey;
import org.bouncycastle.openpgp.operator.jcajce.JcePBEKeyEncryptionMethodGenerator;
import org.bouncycastle.openpgp.operator.jcajce.JcePGPDataEncryptorBuilder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class PgpMessageTest {
    private static final Path NAME = Path.of("a.backup");

    private static byte[] noise(int length) {
        byte[] bytes = new byte[length];
        new Random(length).nextBytes(bytes);
        return bytes;
    }

    private static Secret password(String text) {
        return Secret.takeOver(text.toCharArray());
    }

    private static byte[] message(byte[] data, PgpForm form) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Secret password = password("ebb tide");
                PgpOutput pgp = new PgpOutput(out, password, form, new SecureRandom())) {
            pgp.write(data);
        }
        return out.toByteArray();
    }

    private static byte[] opened(byte[] message) throws IOException {
        try (Secret password = password("ebb tide");
                PgpMessage opened = PgpMessage.open(new MemorySource(message), password, NAME);
                InputStream in = opened.stream()) {
            return in.readAllBytes();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 65_520, 65_529, 65_530, 131_072, 700_001})
    void whatGoesInComesOut(int length) throws IOException {
        byte[] data = noise(length);
        assertThat(opened(message(data, PgpForm.CURRENT))).isEqualTo(data);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 65_529, 700_001})
    void alsoInTheOlderForm(int length) throws IOException {
        byte[] data = noise(length);
        assertThat(opened(message(data, PgpForm.FOR_OLDER_TOOLS))).isEqualTo(data);
    }

    @Test
    void anyPlaceCanBeReadAtOnce() throws IOException {
        byte[] data = noise(500_000);
        byte[] message = message(data, PgpForm.CURRENT);
        Random random = new Random(5);
        try (Secret password = password("ebb tide");
                PgpMessage opened = PgpMessage.open(new MemorySource(message), password, NAME)) {
            ByteSource contents = opened.contents().orElseThrow();
            assertThat(contents.size()).isEqualTo(data.length);
            for (int i = 0; i < 300; i++) {
                int at = random.nextInt(data.length);
                ByteBuffer into = ByteBuffer.allocate(1 + random.nextInt(5_000));
                int count = contents.read(into, at);
                assertThat(Arrays.copyOf(into.array(), count))
                        .isEqualTo(Arrays.copyOfRange(data, at, at + count));
            }
        }
    }

    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void aWrongPasswordOpensNothing(PgpForm form) throws IOException {
        byte[] message = message(noise(1_000), form);
        try (Secret wrong = password("Ebb tide")) {
            assertThatThrownBy(() -> PgpMessage.open(new MemorySource(message), wrong, NAME))
                    .isInstanceOf(WrongPassword.class);
            assertThat(PgpMessage.mayBeOpenedBy(new MemorySource(message), wrong, NAME)).isFalse();
        }
    }

    /**
     * A wrong password can lead to a key of the right kind. RFC 9580, 5.13.1: the last two bytes of
     * the first block stand twice.
     */
    @Test
    void aWrongKeyOfTheOlderFormIsRecognised() throws Exception {
        SecureRandom repeatable = SecureRandom.getInstance("SHA1PRNG");
        repeatable.setSeed(7);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Secret password = password("ebb tide");
                PgpOutput pgp = new PgpOutput(out, password, PgpForm.FOR_OLDER_TOOLS, repeatable)) {
            pgp.write(noise(1_000));
        }
        MemorySource source = new MemorySource(out.toByteArray());
        ByteSource body = PgpKeys.of(source).body(source);
        for (int i = 0; i < 200; i++) {
            byte[] wrong = new byte[32];
            new Random(i).nextBytes(wrong);
            PGPSessionKey key = new PGPSessionKey(SymmetricKeyAlgorithmTags.AES_256, wrong);
            assertThat(PgpStream.isFor(body, key)).as("key " + i).isFalse();
        }
        byte[] shorter = new byte[5];
        PGPSessionKey noKey = new PGPSessionKey(SymmetricKeyAlgorithmTags.AES_256, shorter);
        assertThat(PgpStream.isFor(body, noKey)).isFalse();
    }

    /** Behind the packets that lead to the key, every byte counts. */
    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void whatIsCutIsRefusedAtEveryByte(PgpForm form) throws IOException {
        byte[] data = noise(70_000);
        byte[] message = message(data, form);
        try (Opened whole = Opened.of(message)) {
            for (int length = 0; length < message.length; length += step(length, message.length)) {
                byte[] cut = Arrays.copyOf(message, length);
                assertThatThrownBy(() -> whole.readWithTheSameKey(cut))
                        .as("cut at " + length)
                        .isInstanceOf(LacunaException.class);
            }
        }
    }

    /** All near the ends and pieces, some between. */
    private static int step(int at, int length) {
        return at < 300 || at > length - 300 || Math.abs(at - 65_700) < 200
                ? 1
                : 97 * Share.every(4);
    }

    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void whatIsChangedIsNeverTakenForWhole(PgpForm form) throws IOException {
        byte[] data = noise(70_000);
        byte[] message = message(data, form);
        Random random = new Random(11);
        int refused = 0;
        try (Opened whole = Opened.of(message)) {
            for (int i = 0; i < 400; i++) {
                byte[] changed = message.clone();
                int at = i < 100 ? Opened.HEAD + i : random.nextInt(message.length);
                changed[at] ^= (byte) (1 << random.nextInt(8));
                try {
                    // Lengths of pieces can be told in another way; the contents stay what they
                    // were.
                    assertThat(whole.readWithTheSameKey(changed)).isEqualTo(data);
                } catch (LacunaException e) {
                    refused++;
                }
            }
        }
        assertThat(refused).isGreaterThan(250);
    }

    /** The key is derived once: Argon2 is slow on purpose. */
    private static final class Opened implements AutoCloseable {
        /** What leads to the key lies before it. */
        static final int HEAD = 90;

        private final PGPSessionKey key;
        private final int start;
        private final byte[] head;

        private Opened(PGPSessionKey key, int start, byte[] head) {
            this.key = key;
            this.start = start;
            this.head = head;
        }

        static Opened of(byte[] message) throws IOException {
            MemorySource source = new MemorySource(message.clone());
            PgpKeys keys = PgpKeys.of(source);
            try (Secret password = password("ebb tide")) {
                return new Opened(
                        keys.unlocked(source, password, NAME),
                        (int) keys.data().body(),
                        message.clone());
            }
        }

        byte[] readWithTheSameKey(byte[] message) throws IOException {
            MemorySource source = new MemorySource(message);
            try (PgpMessage opened = PgpMessage.with(PgpKeys.of(source), source, key);
                    InputStream in = opened.stream()) {
                return in.readAllBytes();
            }
        }

        @Override
        public void close() {
            Arrays.fill(head, 0, start, (byte) 0);
        }
    }

    /** Other modes than ours, other chunks, and no pieces. */
    @ParameterizedTest
    @ValueSource(ints = {AEADAlgorithmTags.EAX, AEADAlgorithmTags.OCB, AEADAlgorithmTags.GCM})
    void allModesOfTheStandardAreRead(int aead) throws Exception {
        byte[] data = noise(10_000);
        for (int chunk : new int[] {6, 9, 22}) {
            assertThat(opened(byTheLibrary(data, aead, chunk))).isEqualTo(data);
        }
    }

    private static byte[] byTheLibrary(byte[] data, int aead, int chunk) throws Exception {
        Library.provider();
        JcePGPDataEncryptorBuilder cipher =
                new JcePGPDataEncryptorBuilder(SymmetricKeyAlgorithmTags.AES_192)
                        .setWithAEAD(aead, chunk)
                        .setUseV6AEAD()
                        .setProvider(Library.provider());
        PGPEncryptedDataGenerator generator = new PGPEncryptedDataGenerator(cipher);
        generator.addMethod(
                new JcePBEKeyEncryptionMethodGenerator(
                                "ebb tide".toCharArray(),
                                new S2K.Argon2Params(new byte[16], 1, 1, 8))
                        .setSecureRandom(new SecureRandom()));
        ByteArrayOutputStream literal = new ByteArrayOutputStream();
        var out =
                new PGPLiteralDataGenerator()
                        .open(
                                literal,
                                PGPLiteralData.BINARY,
                                "name",
                                data.length,
                                new java.util.Date());
        out.write(data);
        out.close();
        ByteArrayOutputStream message = new ByteArrayOutputStream();
        var encrypting = generator.open(message, new byte[512]);
        encrypting.write(literal.toByteArray());
        encrypting.close();
        return message.toByteArray();
    }

    /** A message says itself how much memory its key takes. */
    @Test
    void aKeyThatAsksForTooMuchIsRefused() throws IOException {
        byte[] message = message(noise(10), PgpForm.CURRENT);
        int memory =
                2 + 5 + 1 + 16 + 2; // header, version to length, method, salt, passes and lanes
        assertThat((int) message[memory]).isEqualTo(PgpKeyCost.chosen().memoryExponent());
        for (int exponent : new int[] {24, 31, 64, 255}) {
            byte[] greedy = message.clone();
            greedy[memory] = (byte) exponent;
            assertThatThrownBy(() -> opened(greedy)).isInstanceOf(UnsupportedFeature.class);
        }
        byte[] slow = message.clone();
        slow[memory - 2] = (byte) 255;
        slow[memory] = 18;
        assertThatThrownBy(() -> opened(slow)).isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void armorAndPublicKeysAreNamed() {
        byte[] armored = "-----BEGIN PGP MESSAGE-----\n\n".getBytes(StandardCharsets.US_ASCII);
        assertThatThrownBy(() -> opened(armored)).isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void whatIsNoMessageIsNotTakenForOne() throws IOException {
        assertThat(PgpMessage.isMessage(new MemorySource(new byte[0]))).isFalse();
        assertThat(PgpMessage.isMessage(new MemorySource(new byte[600]))).isFalse();
        assertThat(PgpMessage.isMessage(new MemorySource("PK\3\4abc".getBytes()))).isFalse();
        assertThat(PgpMessage.isMessage(new MemorySource(message(new byte[3], PgpForm.CURRENT))))
                .isTrue();
        int taken = 0;
        for (int i = 0; i < 20_000; i++) {
            byte[] noise = new byte[16];
            new Random(i).nextBytes(noise);
            taken += PgpMessage.isMessage(new MemorySource(noise)) ? 1 : 0;
        }
        assertThat(taken).isZero();
    }

    @Test
    void theFileOfAnOlderMessageMayNotChangeAfterItWasRead() throws IOException {
        byte[] data = noise(3_000_000);
        byte[] message = message(data, PgpForm.FOR_OLDER_TOOLS);
        try (Secret password = password("ebb tide");
                PgpMessage opened = PgpMessage.open(new MemorySource(message), password, NAME)) {
            assertThat(opened.isCheckedAsItIsRead()).isFalse();
            assertThat(opened.contents()).isEqualTo(Optional.empty());
            try (InputStream in = opened.stream()) {
                assertThat(in.readAllBytes()).isEqualTo(data);
            }
            // what was read last is still in memory, as it was
            for (int i = 100_000; i < 102_000; i++) {
                message[i] ^= 1;
            }
            try (InputStream in = opened.stream()) {
                assertThatThrownBy(in::readAllBytes).isInstanceOf(DamagedArchive.class);
            }
        }
    }

    private static Optional<DamagedArchive> trailing(byte[] message, String hex)
            throws IOException {
        byte[] more = HexFormat.of().parseHex(hex);
        byte[] both = Arrays.copyOf(message, message.length + more.length);
        System.arraycopy(more, 0, both, message.length, more.length);
        try (Secret password = password("ebb tide");
                PgpMessage opened = PgpMessage.open(new MemorySource(both), password, NAME)) {
            return opened.trailing();
        }
    }

    /** RFC 9580, 10.3: one message, and markers (5.8) and padding (5.14) that say nothing. */
    @Test
    void packetsBehindTheMessage_areReported_unlessTheySayNothing() throws IOException {
        byte[] message = message(noise(100), PgpForm.FOR_OLDER_TOOLS);
        assertThat(trailing(message, "")).isEmpty();
        assertThat(trailing(message, "CA03504750" + "D50401020304" + "CA03504750")).isEmpty();
        assertThat(trailing(message, "CA03504750" + "CB07620000000000" + "2A")).isPresent();
        assertThat(trailing(message, "CA03504750" + "00")).as("no packet").isPresent();
        assertThat(trailing(message, "CA03")).as("half a packet").isPresent();
    }
}
