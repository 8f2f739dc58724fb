package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.Secret;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** RFC 9580, 5.1, 5.3, 5.8, 5.13: which packets stand before encrypted data. */
class PgpKeysTest {
    private static final byte[] MARKER = packet(10, 'P', 'G', 'P');
    private static final byte[] PADDING = packet(21, 1, 2, 3, 4);

    /** Version 4, AES-256, iterated and salted. */
    private static final byte[] PASSWORD = packet(3, 4, 9, 3, 8, 1, 2, 3, 4, 5, 6, 7, 8, 96);

    private static final byte[] OTHER = packet(1, 3, 0, 0, 0, 0, 0, 0, 0, 0, 1, 0);
    private static final byte[] DATA = packet(18, 2, 9, 2, 6, 0);

    private static byte[] packet(int tag, int... bytes) {
        byte[] packet = new byte[2 + bytes.length];
        packet[0] = (byte) (0xC0 | tag);
        packet[1] = (byte) bytes.length;
        for (int i = 0; i < bytes.length; i++) {
            packet[2 + i] = (byte) bytes[i];
        }
        return packet;
    }

    private static ByteSource source(byte[]... packets) {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (byte[] each : packets) {
            all.writeBytes(each);
        }
        return new MemorySource(all.toByteArray());
    }

    private static void isDamage(byte[]... packets) throws IOException {
        assertThatThrownBy(() -> PgpKeys.of(source(packets))).isInstanceOf(DamagedArchive.class);
        assertThat(PgpKeys.isEncrypted(source(packets))).isFalse();
    }

    @Test
    void passwordsAreCounted_andTheVersionOfTheDataIsRead() throws IOException {
        PgpKeys keys = PgpKeys.of(source(MARKER, PASSWORD, OTHER, PADDING, PASSWORD, DATA));
        assertThat(keys.passwords()).isEqualTo(2);
        assertThat(keys.version()).isEqualTo(2);
        assertThat(keys.isChunked()).isTrue();
        assertThat(PgpKeys.isEncrypted(source(PASSWORD, DATA))).isTrue();
    }

    @Test
    void dataWithoutAKey_orNoData_isDamage() throws IOException {
        isDamage(DATA);
        isDamage(MARKER, DATA);
        isDamage(packet(9, 1, 2, 3));
        isDamage(PASSWORD);
        isDamage(PASSWORD, packet(11, 'b', 0, 0, 0, 0, 0));
    }

    @Test
    void packetsThatCannotBe_areDamage() throws IOException {
        isDamage(packet(1, 7, 0, 0, 0, 0), DATA);
        isDamage(packet(1, 2, 0, 0, 0, 0), DATA);
        isDamage(packet(10, 'Q', 'G', 'P'), PASSWORD, DATA);
        isDamage(packet(10, 'P', 'G', 'P', 'P'), PASSWORD, DATA);
        isDamage(new byte[] {(byte) (0xC0 | 1), (byte) (0xE0 | 1), 3, 0, 1, 0}, DATA);
        byte[] large = new byte[20_000];
        large[0] = (byte) (0xC0 | 21);
        large[1] = (byte) 255;
        large[4] = 78; // 19,968 bytes
        isDamage(large, PASSWORD, DATA);
    }

    @Test
    void hundredsOfKeys_areATrap() throws IOException {
        byte[][] many = new byte[300][];
        Arrays.fill(many, OTHER);
        isDamage(many);
    }

    @Test
    void whatIsNotReadHere_isSaid() throws IOException {
        for (byte[] data : new byte[][] {packet(9, 1, 2, 3), packet(20, 1, 9, 2, 6)}) {
            assertThatThrownBy(() -> PgpKeys.of(source(PASSWORD, data)))
                    .isInstanceOf(UnsupportedFeature.class);
            assertThat(PgpKeys.isEncrypted(source(PASSWORD, data))).isTrue();
        }
        byte[] armor = "-----BEGIN PGP MESSAGE-----\n\n".getBytes(StandardCharsets.US_ASCII);
        assertThatThrownBy(() -> PgpKeys.of(source(armor))).isInstanceOf(UnsupportedFeature.class);
        assertThat(PgpKeys.isEncrypted(source(armor))).isTrue();
    }

    @Test
    void otherFiles_areNoMessages() throws IOException {
        assertThat(PgpKeys.isEncrypted(source(new byte[] {(byte) 0xC3, 1}))).isFalse();
        assertThat(PgpKeys.isEncrypted(source("-----BEGIN".getBytes(StandardCharsets.US_ASCII))))
                .isFalse();
        assertThat(PgpKeys.isEncrypted(source("PK\3\4".getBytes(StandardCharsets.US_ASCII))))
                .isFalse();
    }

    @Test
    void unlocked_withPublicKeysOnly_orOfAnotherVersion_isSaid() throws IOException {
        try (Secret password = Secret.takeOver("hut".toCharArray())) {
            ByteSource people = source(OTHER, DATA);
            assertThatThrownBy(() -> PgpKeys.of(people).unlocked(people, password, Path.of("a")))
                    .isInstanceOf(UnsupportedFeature.class);
            ByteSource later = source(PASSWORD, packet(18, 3, 9, 2, 6, 0));
            assertThatThrownBy(() -> PgpKeys.of(later).unlocked(later, password, Path.of("a")))
                    .isInstanceOf(UnsupportedFeature.class);
        }
    }
}
