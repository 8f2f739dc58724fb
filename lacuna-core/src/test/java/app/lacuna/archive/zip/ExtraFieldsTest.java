package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;

/** APPNOTE 6.3.10, 4.5 and 4.6. */
class ExtraFieldsTest {
    private static final byte[] NAME = {'a'};

    private final ByteBuffer out = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);

    private ExtraFields fields() {
        return new ExtraFields(Arrays.copyOf(out.array(), out.position()));
    }

    private void timestamp(int flags) {
        out.putShort((short) 0x5455).putShort((short) 5).put((byte) flags).putInt(1_000);
    }

    private void path(int version, int crc) {
        byte[] path = "ü".getBytes(StandardCharsets.UTF_8);
        out.putShort((short) 0x7075).putShort((short) (5 + path.length));
        out.put((byte) version).putInt(crc).put(path);
    }

    private static int crc(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes);
        return (int) crc.getValue();
    }

    @Test
    void aTimeIsToldOnlyIfItsFlagSaysSo() {
        timestamp(2);
        assertThat(fields().unixTime()).isEmpty();
        out.clear();
        timestamp(3);
        assertThat(fields().unixTime()).contains(1_000L);
    }

    /** 4.6.9: the checksum of the name that it belongs to, and version 1. */
    @Test
    void aNameInUnicode_countsForTheNameItBelongsTo() {
        path(1, crc(NAME));
        assertThat(fields().unicodePath(NAME)).contains("ü");
        assertThat(fields().unicodePath(new byte[] {'b'})).isEmpty();
        out.clear();
        path(2, crc(NAME));
        assertThat(fields().unicodePath(NAME)).isEmpty();
        assertThat(new ExtraFields(new byte[0]).unicodePath(NAME)).isEmpty();
    }

    @Test
    void ofTwoFieldsOfAKind_theFirstCounts() {
        timestamp(1);
        out.putShort((short) 0x5455).putShort((short) 5).put((byte) 1).putInt(2_000);
        assertThat(fields().unixTime()).contains(1_000L);
    }

    @Test
    void aFieldThatIsCut_endsTheFields() {
        out.putShort((short) 9).putShort((short) 50).put((byte) 1);
        timestamp(1);
        assertThat(fields().unixTime()).isEmpty();
        out.clear();
        timestamp(1);
        out.put(new byte[3]);
        assertThat(fields().unixTime()).contains(1_000L);
    }
}
