package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotAnArchive;
import app.lacuna.io.MemorySource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** APPNOTE 6.3.10, 4.3.14 to 4.3.16. */
class EndReaderTest {
    private static final Path FILE = Path.of("a.zip");
    private static final int DIRECTORY = 46;

    private final ByteBuffer out = ByteBuffer.allocate(400).order(ByteOrder.LITTLE_ENDIAN);

    private EndReader reader() throws IOException {
        return new EndReader(new MemorySource(Arrays.copyOf(out.array(), out.position())), FILE);
    }

    private void end(int disk, int entriesHere, int entries, int size, int offset, int comment) {
        out.putInt(0x06054b50).putShort((short) disk).putShort((short) disk);
        out.putShort((short) entriesHere).putShort((short) entries);
        out.putInt(size).putInt(offset).putShort((short) comment);
    }

    private void zip64End(long entries, long size, long offset) {
        out.putInt(0x06064b50).putLong(44).putShort((short) 45).putShort((short) 45);
        out.putInt(0).putInt(0).putLong(entries).putLong(entries).putLong(size).putLong(offset);
    }

    private void locator(int disk, long offset) {
        out.putInt(0x07064b50).putInt(disk).putLong(offset).putInt(1);
    }

    @Test
    void plainEnd_isFoundBehindTheDirectory() throws IOException {
        out.put(new byte[DIRECTORY]);
        end(0, 1, 1, DIRECTORY, 0, 2);
        out.put(new byte[] {'h', 'i'});
        EndRecord end = reader().read();
        assertThat(end.entries()).isEqualTo(1);
        assertThat(end.directoryStart()).isZero();
        assertThat(end.note()).isEqualTo("hi");
        assertThat(end.behind()).isZero();
        assertThat(reader().endsExactly()).isTrue();
        assertThat(reader().volumes()).isEqualTo(1);
    }

    @Test
    void bytesBeforeAndBehind_areCounted() throws IOException {
        out.put(new byte[7 + DIRECTORY]);
        end(0, 1, 1, DIRECTORY, 0, 0);
        out.put(new byte[5]);
        EndRecord end = reader().read();
        assertThat(end.shift()).isEqualTo(7);
        assertThat(end.behind()).isEqualTo(5);
        assertThat(reader().endsExactly()).isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, 1, 46, 0", // of a second part that is not there
        "0, 1, 2, 46, 0", // not all entries in the one part
        "0, 2, 2, 46, 0", // more than the directory has room for
        "0, 1, 1, 47, 0", // begins before the file
        "0, 1, 1, 46, 1", // further behind than it is
    })
    void whatDoesNotAddUp_isDamage(int disk, int here, int entries, int size, int offset)
            throws IOException {
        out.put(new byte[DIRECTORY]);
        end(disk, here, entries, size, offset, 0);
        EndReader reader = reader();
        assertThatThrownBy(reader::read).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void zip64_isReadWhereItsLocatorSays_orRightBeforeIt() throws IOException {
        for (long told : new long[] {DIRECTORY, 3, 5_000, -1}) {
            out.clear();
            out.put(new byte[DIRECTORY]);
            zip64End(1, DIRECTORY, 0);
            locator(0, told);
            end(0xffff, 0xffff, 0xffff, -1, -1, 0);
            EndRecord end = reader().read();
            assertThat(end.entries()).as("%d", told).isEqualTo(1);
            assertThat(end.directorySize()).isEqualTo(DIRECTORY);
            assertThat(reader().volumes()).isEqualTo(1);
        }
    }

    @Test
    void zip64_withALocatorAndNoRecord_isDamage() throws IOException {
        out.put(new byte[DIRECTORY + 56]);
        locator(0, 0);
        end(0xffff, 0xffff, 0xffff, -1, -1, 0);
        EndReader reader = reader();
        assertThatThrownBy(reader::read).isInstanceOf(DamagedArchive.class);
    }

    @ParameterizedTest
    @CsvSource({"-1, 46, 0", "1, -46, 0", "9, 46, 0", "1, 46, -1", "1, 46, 47"})
    void zip64_thatDoesNotAddUp_isDamage(long entries, long size, long offset) throws IOException {
        out.put(new byte[DIRECTORY]);
        zip64End(entries, size, offset);
        locator(0, DIRECTORY);
        end(0xffff, 0xffff, 0xffff, -1, -1, 0);
        EndReader reader = reader();
        assertThatThrownBy(reader::read).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void volumes_isWhatTheLastPartSays() throws IOException {
        end(4, 1, 1, DIRECTORY, 0, 0);
        assertThat(reader().volumes()).isEqualTo(5);
    }

    @Test
    void withoutAnEnd_itsBeginningDecidesWhatItIs() throws IOException {
        out.put(new byte[40]);
        EndReader other = reader();
        assertThatThrownBy(other::read).isInstanceOf(NotAnArchive.class);
        assertThat(other.endsExactly()).isFalse();
        for (int signature : new int[] {0x04034b50, 0x08074b50, 0x30304b50}) {
            out.clear();
            out.putInt(signature).put(new byte[40]);
            EndReader cut = reader();
            assertThatThrownBy(cut::read).isInstanceOf(DamagedArchive.class);
        }
        out.clear();
        out.put(new byte[3]);
        EndReader tiny = reader();
        assertThatThrownBy(tiny::read).isInstanceOf(NotAnArchive.class);
    }

    /** A comment may have the mark of an end in it. */
    @Test
    void theEndThatFillsTheFile_isTaken() throws IOException {
        out.put(new byte[DIRECTORY]);
        end(0, 1, 1, DIRECTORY, 0, 22);
        end(0, 7, 7, 7, 7, 7);
        assertThat(reader().read().entries()).isEqualTo(1);
    }
}
