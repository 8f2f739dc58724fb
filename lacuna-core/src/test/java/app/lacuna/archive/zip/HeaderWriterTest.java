package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** APPNOTE 6.3.10, 4.3.7 to 4.3.16 and 4.5.3: where a value needs 64 bits. */
class HeaderWriterTest {
    private static final long LARGE = 1L << 32;
    private static final int EXTRA_AT = 46 + 1;

    private static EntryRecord entry(long packed, long size) {
        return new EntryRecord(
                new byte[] {'a'},
                0,
                8,
                Optional.empty(),
                0,
                0xcafe,
                packed,
                size,
                0,
                Optional.empty(),
                -1,
                0,
                false);
    }

    private static ByteBuffer central(long packed, long size, long offset) {
        byte[] bytes = HeaderWriter.central(entry(packed, size), new Place(3, offset));
        return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }

    @Test
    void central_withoutLargeValues_hasNoWideField() {
        ByteBuffer header = central(0xffff_fffeL, 20, 30);
        assertThat(header.getInt(20)).isEqualTo(-2);
        assertThat(header.getInt(24)).isEqualTo(20);
        assertThat(header.getInt(42)).isEqualTo(30);
        assertThat(header.getShort(30)).as("length of the extra fields").isZero();
        assertThat(header.getShort(6)).as("4.4.3.2").isEqualTo((short) 20);
        assertThat(header.getShort(34)).as("4.4.11").isEqualTo((short) 3);
    }

    /** 4.5.3: in this order, and only values whose header field holds 0xFFFFFFFF. */
    @Test
    void central_hasTheLargeValuesInTheOrderOfTheStandard() {
        ByteBuffer header = central(LARGE + 1, LARGE + 2, LARGE + 3);
        for (int at : new int[] {20, 24, 42}) {
            assertThat(header.getInt(at)).isEqualTo(-1);
        }
        assertThat(header.getShort(6)).as("4.4.3.2").isEqualTo((short) 45);
        assertThat(header.getShort(EXTRA_AT)).isEqualTo((short) 1);
        assertThat(header.getShort(EXTRA_AT + 2)).isEqualTo((short) 24);
        assertThat(header.getLong(EXTRA_AT + 4)).isEqualTo(LARGE + 2);
        assertThat(header.getLong(EXTRA_AT + 12)).isEqualTo(LARGE + 1);
        assertThat(header.getLong(EXTRA_AT + 20)).isEqualTo(LARGE + 3);
    }

    @Test
    void central_allOnesAreLargeToo() {
        ByteBuffer header = central(1, 2, 0xffff_ffffL);
        assertThat(header.getShort(EXTRA_AT + 2)).isEqualTo((short) 8);
        assertThat(header.getLong(EXTRA_AT + 4)).isEqualTo(0xffff_ffffL);
    }

    @Test
    void local_canLeaveRoomForLargeSizes() {
        ByteBuffer narrow =
                ByteBuffer.wrap(HeaderWriter.local(entry(10, 20), false))
                        .order(ByteOrder.LITTLE_ENDIAN);
        assertThat(narrow.getInt(18)).isEqualTo(10);
        assertThat(narrow.getInt(22)).isEqualTo(20);
        assertThat(narrow.getShort(28)).isZero();
        ByteBuffer wide =
                ByteBuffer.wrap(HeaderWriter.local(entry(10, 20), true))
                        .order(ByteOrder.LITTLE_ENDIAN);
        assertThat(wide.getInt(18)).isEqualTo(-1);
        assertThat(wide.getInt(22)).isEqualTo(-1);
        assertThat(wide.getLong(31 + 4)).as("4.5.3: the size is first").isEqualTo(20);
        assertThat(wide.getLong(31 + 12)).isEqualTo(10);
    }

    @Test
    void descriptor_hasSizesAsWideAsItsHeader() {
        ByteBuffer narrow =
                ByteBuffer.wrap(HeaderWriter.descriptor(entry(10, 20), false))
                        .order(ByteOrder.LITTLE_ENDIAN);
        assertThat(narrow.capacity()).isEqualTo(16);
        assertThat(narrow.getInt(8)).isEqualTo(10);
        assertThat(narrow.getInt(12)).isEqualTo(20);
        ByteBuffer wide =
                ByteBuffer.wrap(HeaderWriter.descriptor(entry(LARGE, LARGE + 1), true))
                        .order(ByteOrder.LITTLE_ENDIAN);
        assertThat(wide.capacity()).isEqualTo(24);
        assertThat(wide.getInt(4)).isEqualTo(0xcafe);
        assertThat(wide.getLong(8)).isEqualTo(LARGE);
        assertThat(wide.getLong(16)).isEqualTo(LARGE + 1);
    }

    private static int end(long entries, long bytes, long start) {
        return EndWriter.end(
                        new EndWriter.Directory(entries, bytes),
                        new Place(0, start),
                        new Place(0, start + bytes),
                        entries,
                        new byte[0])
                .length;
    }

    /** 4.4.1.4: any value that does not fit into the older record. */
    @Test
    void end_hasTheWideRecordsOnlyWhereAValueNeedsThem() {
        int narrow = 22;
        int wide = 22 + 56 + 20;
        assertThat(end(65_534, 0xffff_fffeL, 0xffff_fffeL)).isEqualTo(narrow);
        assertThat(end(65_535, 1, 1)).isEqualTo(wide);
        assertThat(end(1, 0xffff_ffffL, 1)).isEqualTo(wide);
        assertThat(end(1, 1, 0xffff_ffffL)).isEqualTo(wide);
    }

    @Test
    void end_tellsTheWideValuesWhole() {
        byte[] bytes =
                EndWriter.end(
                        new EndWriter.Directory(70_000, LARGE + 5),
                        new Place(2, LARGE + 7),
                        new Place(4, LARGE + 9),
                        123,
                        new byte[] {'n'});
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(in.getInt(16)).as("part of this record").isEqualTo(4);
        assertThat(in.getInt(20)).as("part where the directory begins").isEqualTo(2);
        assertThat(in.getLong(24)).as("in this part").isEqualTo(123);
        assertThat(in.getLong(32)).isEqualTo(70_000);
        assertThat(in.getLong(40)).isEqualTo(LARGE + 5);
        assertThat(in.getLong(48)).isEqualTo(LARGE + 7);
        assertThat(in.getLong(56 + 8)).as("locator").isEqualTo(LARGE + 9);
        assertThat(in.getInt(56 + 16)).as("number of parts").isEqualTo(5);
        assertThat(in.getShort(76 + 10)).isEqualTo((short) -1);
        assertThat(in.getInt(76 + 12)).isEqualTo(-1);
        assertThat(in.getInt(76 + 16)).isEqualTo(-1);
        assertThat(bytes[bytes.length - 1]).isEqualTo((byte) 'n');
    }
}
