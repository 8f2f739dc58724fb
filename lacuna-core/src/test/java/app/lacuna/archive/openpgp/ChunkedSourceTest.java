package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.DamagedArchive;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import java.io.IOException;
import java.nio.ByteBuffer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** RFC 9580, 5.13.2: what is said before the chunks. Messages are read in PgpMessageTest. */
class ChunkedSourceTest {
    /** With so many bytes behind the 36 of the head. */
    private static PacketBody body(int version, int cipher, int aead, int chunk, int behind)
            throws IOException {
        ByteBuffer packet = ByteBuffer.allocate(6 + 36 + behind);
        packet.put((byte) (0xC0 | 18)).put((byte) 255).putInt(36 + behind);
        packet.put((byte) version).put((byte) cipher).put((byte) aead).put((byte) chunk);
        ByteSource source = new MemorySource(packet.array());
        return PacketBody.of(source, PacketHeader.at(source, 0));
    }

    @ParameterizedTest
    @CsvSource({"7, 16", "8, 24", "9, 32"})
    void head_knowsTheKeyOfEachCipher(int cipher, int bytes) throws IOException {
        assertThat(ChunkedSource.Head.of(body(2, cipher, 3, 16, 20)).keyBytes()).isEqualTo(bytes);
    }

    @ParameterizedTest
    @CsvSource({
        "1, 9, 2, 6",
        "3, 9, 2, 6",
        "2, 6, 2, 6",
        "2, 10, 2, 6",
        "2, 9, 0, 6",
        "2, 9, 4, 6",
        "2, 9, 2, 17",
        "2, 9, 2, -1"
    })
    void head_ofAnotherForm_isSaid(int version, int cipher, int aead, int chunk)
            throws IOException {
        PacketBody body = body(version, cipher, aead, chunk, 20);
        assertThatThrownBy(() -> ChunkedSource.Head.of(body))
                .isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void head_thatIsCut_isDamage() throws IOException {
        ByteSource source = new MemorySource(new byte[] {(byte) (0xC0 | 18), 3, 2, 9, 2});
        PacketBody body = PacketBody.of(source, PacketHeader.at(source, 0));
        assertThatThrownBy(() -> ChunkedSource.Head.of(body)).isInstanceOf(DamagedArchive.class);
    }

    /** No room for the tag at the end, or for that of a chunk; or tags that are not right. */
    @ParameterizedTest
    @CsvSource({"0", "15", "17", "31", "16", "40", "200"})
    void whatHasNoRightEnd_isDamage(int behind) throws IOException {
        for (int aead = 1; aead <= 3; aead++) {
            PacketBody body = body(2, 9, aead, 0, behind);
            assertThatThrownBy(() -> new ChunkedSource(body, new byte[32]))
                    .as("mode %d", aead)
                    .isInstanceOf(DamagedArchive.class);
        }
    }
}
