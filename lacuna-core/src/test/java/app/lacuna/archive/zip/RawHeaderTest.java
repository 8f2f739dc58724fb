package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.crypto.AesStrength;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.MemorySource;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** APPNOTE 6.3.10, 4.3.7 (local), 4.3.12 (central), 4.5.3 (ZIP64). */
class RawHeaderTest {
    private static final byte[] EXTRA = {0x55, 0x54, 5, 0, 1, 0, 0, 0, 0, 9, 9};

    /** Of another writer, with a timestamp, two bytes that are no field, and a comment. */
    private static byte[] central() {
        ByteBuffer out = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x02014b50).putShort((short) 0x0314).putShort((short) 20);
        out.putShort((short) 8).putShort((short) 8).putInt(0x11223344).putInt(0xcafe);
        out.putInt(10).putInt(20);
        out.putShort((short) 5).putShort((short) EXTRA.length).putShort((short) 4);
        out.putShort((short) 0).putShort((short) 0).putInt(0).putInt(77);
        out.put("a.txt".getBytes(StandardCharsets.US_ASCII)).put(EXTRA);
        out.put("note".getBytes(StandardCharsets.US_ASCII));
        return Arrays.copyOf(out.array(), out.position());
    }

    private static byte[] local() {
        ByteBuffer out = ByteBuffer.allocate(200).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x04034b50).putShort((short) 20).putShort((short) 8).putShort((short) 8);
        out.putInt(0x11223344).putInt(0xcafe).putInt(10).putInt(20);
        out.putShort((short) 5).putShort((short) EXTRA.length);
        out.put("a.txt".getBytes(StandardCharsets.US_ASCII)).put(EXTRA);
        return Arrays.copyOf(out.array(), out.position());
    }

    private static RawHeader read(byte[] bytes) throws IOException {
        return RawHeader.central(new ByteArrayInputStream(bytes));
    }

    private static RawHeader readLocal(byte[] bytes) throws IOException {
        return RawHeader.local(new MemorySource(bytes), 0, "a.txt");
    }

    @Test
    void unchanged_isByteForByteTheSame() throws IOException {
        assertThat(read(central()).toBytes()).isEqualTo(central());
        assertThat(readLocal(local()).toBytes()).isEqualTo(local());
    }

    @Test
    void cutOrOtherBytes_areDamage() {
        byte[] other = central();
        other[0] = 'Q';
        byte[] otherLocal = local();
        otherLocal[0] = 'Q';
        assertThatThrownBy(() -> read(other)).isInstanceOf(DamagedArchive.class);
        assertThatThrownBy(() -> read(Arrays.copyOf(central(), 45)))
                .isInstanceOf(DamagedArchive.class);
        assertThatThrownBy(() -> readLocal(otherLocal)).isInstanceOf(DamagedArchive.class);
        for (int length : new int[] {29, 30, 40}) {
            assertThatThrownBy(() -> readLocal(Arrays.copyOf(local(), length)))
                    .as("%d bytes", length)
                    .isInstanceOf(DamagedArchive.class);
        }
    }

    @Test
    void setName_isUtf8_andSaidToBe() throws IOException {
        RawHeader header = readLocal(local()).setName("\u00fc.txt");
        assertThat(header.flags() & ZipConstants.FLAG_UTF8).isNotZero();
        assertThat(new String(header.toBytes(), StandardCharsets.UTF_8)).contains("\u00fc.txt");
        assertThat(header.has(0x5455)).isTrue();
        assertThat(header.has(ZipConstants.EXTRA_AES)).isFalse();
    }

    @Test
    void setProtection_addsAndTakesAwayWhatAesNeeds() throws IOException {
        RawHeader header = read(central()).setProtection(8, Optional.of(AesStrength.AES_256));
        assertThat(header.has(ZipConstants.EXTRA_AES)).isTrue();
        assertThat(header.flags() & ZipConstants.FLAG_ENCRYPTED).isNotZero();
        assertThat(header.flags() & ZipConstants.FLAG_DATA_DESCRIPTOR).isZero();
        ByteBuffer bytes = ByteBuffer.wrap(header.toBytes()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(bytes.getShort(6)).as("4.4.3.2").isEqualTo((short) 51);
        assertThat(bytes.getShort(10)).as("4.4.5").isEqualTo((short) 99);
        header.setProtection(8, Optional.empty());
        assertThat(header.has(ZipConstants.EXTRA_AES)).isFalse();
        assertThat(header.flags() & ZipConstants.FLAG_ENCRYPTED).isZero();
    }

    @Test
    void centralData_hasWideFieldsOnlyForWhatDoesNotFit() throws IOException {
        RawHeader header = read(central());
        header.setCentralData(1, 10, 20, new Place(0, 77));
        assertThat(header.has(ZipConstants.EXTRA_ZIP64)).isFalse();
        header.setCentralData(1, 10, 20, new Place(2, 1L << 33));
        ByteBuffer bytes = ByteBuffer.wrap(header.toBytes()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(bytes.getInt(42)).isEqualTo(-1);
        assertThat(bytes.getShort(34)).isEqualTo((short) 2);
        assertThat(bytes.getInt(20)).isEqualTo(10);
        assertThat(bytes.getShort(6)).as("4.4.3.2").isEqualTo((short) 45);
        int extra = 46 + 5;
        assertThat(bytes.getShort(extra)).isEqualTo((short) 1);
        assertThat(bytes.getShort(extra + 2)).isEqualTo((short) 8);
        assertThat(bytes.getLong(extra + 4)).isEqualTo(1L << 33);
        header.setCentralData(1, 1L << 34, 1L << 35, new Place(0, 77));
        bytes = ByteBuffer.wrap(header.toBytes()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(bytes.getShort(extra + 2)).isEqualTo((short) 16);
        assertThat(bytes.getLong(extra + 4)).as("the plain size is first").isEqualTo(1L << 35);
    }

    @Test
    void localData_hasBothSizesWideOrNone() throws IOException {
        RawHeader header = readLocal(local());
        header.setLocalData(1, 10, 1L << 32);
        ByteBuffer bytes = ByteBuffer.wrap(header.toBytes()).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(bytes.getInt(18)).isEqualTo(-1);
        assertThat(bytes.getInt(22)).isEqualTo(-1);
        assertThat(bytes.getShort(35)).isEqualTo((short) 1);
        assertThat(bytes.getLong(39)).isEqualTo(1L << 32);
        assertThat(bytes.getLong(47)).isEqualTo(10);
        header.setLocalData(1, 0xffff_ffffL, 3);
        assertThat(header.has(ZipConstants.EXTRA_ZIP64)).as("all ones are a mark").isTrue();
        header.setLocalData(1, 10, 20);
        assertThat(header.has(ZipConstants.EXTRA_ZIP64)).isFalse();
    }
}
