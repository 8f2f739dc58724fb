package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.DamagedArchive;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** RFC 9580, 4.2: the forms in which the length of a packet is told. */
class PacketBodyTest {
    private static final int NEW_LITERAL = 0xC0 | 11;

    private final Random random = new Random(7);
    private final ByteArrayOutputStream packet = new ByteArrayOutputStream();
    private final ByteArrayOutputStream contents = new ByteArrayOutputStream();

    private void begin() {
        packet.write(NEW_LITERAL);
    }

    /** A piece of 2 to the power of this many bytes. */
    private void partial(int power) {
        packet.write(0xE0 | power);
        bytes(1 << power);
    }

    private void last(int length, int fields) {
        switch (fields) {
            case 1 -> packet.write(length);
            case 2 -> {
                packet.write(192 + (length - 192 >> 8));
                packet.write(length - 192 & 0xff);
            }
            default -> {
                packet.write(255);
                packet.writeBytes(ByteBuffer.allocate(4).putInt(length).array());
            }
        }
        bytes(length);
    }

    private void bytes(int count) {
        byte[] bytes = new byte[count];
        random.nextBytes(bytes);
        packet.writeBytes(bytes);
        contents.writeBytes(bytes);
    }

    private PacketBody body() throws IOException {
        ByteSource source = new MemorySource(packet.toByteArray());
        return PacketBody.of(source, PacketHeader.at(source, 0));
    }

    private void comesBack() throws IOException {
        byte[] wanted = contents.toByteArray();
        PacketBody body = body();
        assertThat(body.size()).isEqualTo(wanted.length);
        ByteBuffer read = ByteBuffer.allocate(wanted.length + 1);
        for (int count = 0; count >= 0; ) {
            count = body.read(read, read.position());
        }
        assertThat(read.position()).isEqualTo(wanted.length);
        assertThat(Arrays.copyOf(read.array(), wanted.length)).isEqualTo(wanted);
        for (int i = 0; i < 20; i++) {
            int at = random.nextInt(wanted.length);
            ByteBuffer one = ByteBuffer.allocate(1);
            assertThat(body.read(one, at)).isEqualTo(1);
            assertThat(one.get(0)).as("at %d", at).isEqualTo(wanted[at]);
        }
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "191, 1", "192, 2", "8383, 2", "100, 5", "70000, 5"})
    void inOnePiece(int length, int fields) throws IOException {
        begin();
        last(length, fields);
        comesBack();
        assertThat(body().end()).isEqualTo(packet.size());
    }

    @ParameterizedTest
    @CsvSource({"5, 1, 1", "5, 191, 1", "5, 300, 2", "70, 3, 5", "1, 9, 1"})
    void inPiecesOfOneLength(int pieces, int rest, int fields) throws IOException {
        begin();
        for (int i = 0; i < pieces; i++) {
            partial(9);
        }
        last(rest, fields);
        comesBack();
        assertThat(body().end()).isEqualTo(packet.size());
    }

    @Test
    void inPiecesOfManyLengths() throws IOException {
        begin();
        for (int i = 0; i < 200; i++) {
            partial(i % 9);
        }
        last(7, 1);
        comesBack();
    }

    /** The last piece may be empty, and something else may stand behind the packet. */
    @Test
    void withOtherPacketsBehind() throws IOException {
        begin();
        partial(9);
        partial(9);
        last(0, 1);
        long end = packet.size();
        packet.writeBytes(new byte[1_000]);
        comesBack();
        assertThat(body().end()).isEqualTo(end);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 100, 511, 513, 600, 1_025})
    void cutAnywhere_isDamage(int length) {
        begin();
        partial(9);
        partial(9);
        last(100, 1);
        byte[] cut = Arrays.copyOf(packet.toByteArray(), length);
        assertThatThrownBy(
                        () -> {
                            ByteSource source = new MemorySource(cut);
                            PacketBody.of(source, PacketHeader.at(source, 0));
                        })
                .isInstanceOf(DamagedArchive.class);
    }

    @Test
    void header_ofTheOlderForm() throws IOException {
        byte[] one = {(byte) (0x80 | 11 << 2), 3, 1, 2, 3};
        byte[] two = {(byte) (0x80 | 11 << 2 | 1), 1, 3};
        byte[] four = {(byte) (0x80 | 11 << 2 | 2), 0, 1, 0, 3};
        byte[] untold = {(byte) (0x80 | 11 << 2 | 3), 9, 9, 9};
        assertThat(header(one)).isEqualTo(new PacketHeader(11, 2, 3, false));
        assertThat(header(two)).isEqualTo(new PacketHeader(11, 3, 0x103, false));
        assertThat(header(four)).isEqualTo(new PacketHeader(11, 5, 0x10003, false));
        assertThat(header(untold)).isEqualTo(new PacketHeader(11, 1, 3, false));
        assertThatThrownBy(() -> header(new byte[] {(byte) (0x80 | 11 << 2 | 2), 0, 1}))
                .isInstanceOf(DamagedArchive.class);
    }

    @Test
    void header_thatIsNone_isDamage() {
        assertThatThrownBy(() -> header(new byte[] {0x4b, 3})).isInstanceOf(DamagedArchive.class);
        assertThatThrownBy(() -> header(new byte[] {(byte) 0xCB}))
                .isInstanceOf(DamagedArchive.class);
        assertThatThrownBy(() -> header(new byte[] {(byte) 0xCB, (byte) 255, 0, 0}))
                .isInstanceOf(DamagedArchive.class);
    }

    private static PacketHeader header(byte[] bytes) throws IOException {
        return PacketHeader.at(new MemorySource(bytes), 0);
    }

    /** RFC 9580, 5.9: format, length of the name, name, date. */
    @Test
    void literal_isWhatStandsBehindItsNameAndDate() throws IOException {
        packet.writeBytes(new byte[] {(byte) 0xCB, 10, 'b', 2, 'a', 'b', 0, 0, 0, 0, 7, 8});
        ByteSource data = LiteralBody.of(body());
        assertThat(data.size()).isEqualTo(2);
        ByteBuffer read = ByteBuffer.allocate(2);
        data.read(read, 0);
        assertThat(read.array()).containsExactly(7, 8);
    }

    @Test
    void literal_thatIsTooShort_isDamage() throws IOException {
        packet.writeBytes(new byte[] {(byte) 0xCB, 1, 'b'});
        assertThatThrownBy(() -> LiteralBody.of(body())).isInstanceOf(DamagedArchive.class);
        packet.reset();
        packet.writeBytes(new byte[] {(byte) 0xCB, 5, 'b', 2, 'a', 'b', 0});
        assertThatThrownBy(() -> LiteralBody.of(body())).isInstanceOf(DamagedArchive.class);
    }
}
