package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.io.MemorySource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** APPNOTE 6.3.10, 4.3.7, 4.3.9.2 and 4.5.3. */
class LocalHeaderTest {
    private static final int ONES = -1;

    private int signature = 0x04034b50;
    private int version = 20;
    private int flags;
    private int packed = 10;
    private int size = 20;
    private String name = "a";
    private byte[] extra = {};

    private byte[] bytes() {
        ByteBuffer out = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(signature).putShort((short) version).putShort((short) flags);
        out.putShort((short) 8).putInt(0).putInt(0xcafe).putInt(packed).putInt(size);
        out.putShort((short) name.length()).putShort((short) extra.length);
        for (char each : name.toCharArray()) {
            out.put((byte) each);
        }
        return Arrays.copyOf(out.put(extra).array(), out.position());
    }

    private Optional<LocalHeader> header() throws IOException {
        return LocalHeader.at(new MemorySource(bytes()), 0);
    }

    private static byte[] zip64(long... values) {
        ByteBuffer out = ByteBuffer.allocate(4 + 8 * values.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putShort((short) 1).putShort((short) (8 * values.length));
        for (long value : values) {
            out.putLong(value);
        }
        return out.array();
    }

    @Test
    void itIsRead_withWhereItsDataBegins() throws IOException {
        LocalHeader header = header().orElseThrow();
        assertThat(header.record().packedSize()).isEqualTo(10);
        assertThat(header.record().size()).isEqualTo(20);
        assertThat(header.dataStart()).isEqualTo(31);
        assertThat(header.sizesFollow()).isFalse();
    }

    @Test
    void otherBytes_areNoHeader() throws IOException {
        signature++;
        assertThat(header()).isEmpty();
        signature--;
        version = 100;
        assertThat(header()).as("no version of the standard").isEmpty();
        version = 0x0300 + 99;
        assertThat(header()).as("the upper byte is the system").isPresent();
        name = "";
        assertThat(header()).isEmpty();
    }

    @Test
    void cutShort_itIsNone() throws IOException {
        extra = zip64(1);
        byte[] whole = bytes();
        for (int length = 0; length < whole.length; length++) {
            MemorySource cut = new MemorySource(Arrays.copyOf(whole, length));
            assertThat(LocalHeader.at(cut, 0)).as("%d bytes", length).isEmpty();
        }
    }

    @Test
    void sizesThatAreAllOnes_standInTheWideField() throws IOException {
        size = ONES;
        packed = ONES;
        extra = zip64(1L << 33, 1L << 32);
        assertThat(header().orElseThrow().record().size()).isEqualTo(1L << 33);
        assertThat(header().orElseThrow().record().packedSize()).isEqualTo(1L << 32);
        extra = zip64(1L << 33);
        assertThat(header().orElseThrow().record().packedSize())
                .as("not told")
                .isEqualTo(0xffff_ffffL);
        extra = new byte[0];
        assertThat(header().orElseThrow().record().size()).isEqualTo(0xffff_ffffL);
        packed = 10;
        extra = zip64(1L << 33);
        assertThat(header().orElseThrow().record().packedSize()).isEqualTo(10);
    }

    @Test
    void negativeSizes_areNone() throws IOException {
        size = ONES;
        extra = zip64(-5);
        assertThat(header()).isEmpty();
        size = 20;
        packed = ONES;
        assertThat(header()).isEmpty();
    }

    @Test
    void sizesFollow_ifTheFlagSaysSoAndNoneIsTold() throws IOException {
        flags = 8;
        assertThat(header().orElseThrow().sizesFollow()).as("both are told").isFalse();
        packed = 0;
        assertThat(header().orElseThrow().sizesFollow()).isFalse();
        size = 0;
        assertThat(header().orElseThrow().sizesFollow()).isTrue();
        flags = 0;
        assertThat(header().orElseThrow().sizesFollow()).isFalse();
    }
}
