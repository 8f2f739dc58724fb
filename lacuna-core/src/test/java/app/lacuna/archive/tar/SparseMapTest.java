package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.tar.SparseMap.Piece;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Sparse files in pax form 1.0: documented in the manual of GNU tar, "Storing Sparse Files". */
class SparseMapTest {
    private static SparseMap read(String text, long size) throws IOException {
        byte[] block = new byte[512];
        byte[] bytes = text.getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(bytes, 0, block, 0, bytes.length);
        return SparseMap.read(new ByteArrayInputStream(block), size);
    }

    @Test
    void read_whatWasWritten() throws IOException {
        SparseMap map = new SparseMap(List.of(new Piece(0, 512), new Piece(9_000, 7)), 20_000);
        byte[] bytes = map.bytes();
        assertThat(bytes).hasSize(512);
        SparseMap read = SparseMap.read(new ByteArrayInputStream(bytes), 20_000);
        assertThat(read).isEqualTo(map);
        assertThat(read.stored()).isEqualTo(519);
    }

    @Test
    void read_passesOverThePaddingBehindIt() throws IOException {
        ByteArrayInputStream in =
                new ByteArrayInputStream(new SparseMap(List.of(new Piece(0, 1)), 9).bytes());
        SparseMap.read(in, 9);
        assertThat(in.available()).isZero();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "x\n",
                "\n",
                "-1\n",
                "99999999\n", // more pieces than are read
                "1\n5\n", // no length
                "1\n0\n101\n", // longer than the file
                "1\n101\n0\n", // behind its end
                "2\n10\n10\n5\n1\n", // back again
                "1\n0\n99999999999999999999999\n",
                "1\n0\n9999999999999999999\n",
            })
    void read_ofWhatCannotBe_isRefused(String text) {
        assertThatThrownBy(() -> read(text, 100)).isInstanceOf(MalformedTar.class);
    }

    @Test
    void time_hasAsManyDecimalsAsItNeeds() {
        for (String text : List.of("0", "1700000000", "-1.5", "1.000000001", "-0.25")) {
            assertThat(TarTime.format(TarTime.parse(text))).isEqualTo(text);
        }
        assertThat(TarTime.parse("1.0000000019")).isEqualTo(Instant.ofEpochSecond(1, 1));
    }

    @ParameterizedTest
    @ValueSource(strings = {"1e9", "1E9", "", "x"})
    void time_thatIsNone_isRefused(String text) {
        assertThatThrownBy(() -> TarTime.parse(text)).isInstanceOf(NumberFormatException.class);
        String long65 = "1".repeat(65);
        assertThatThrownBy(() -> TarTime.parse(long65)).isInstanceOf(NumberFormatException.class);
        assertThatThrownBy(() -> TarTime.parse("9".repeat(30)))
                .isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> TarTime.parse("9".repeat(18)))
                .isInstanceOf(DateTimeException.class);
    }

    private static InputStream sparse(byte[] stored, SparseMap map) {
        return new SparseInput(new ByteArrayInputStream(stored), map);
    }

    @Test
    void input_hasTheHolesBetweenWhatIsStored() throws IOException {
        byte[] stored = {1, 2, (byte) 0xff};
        SparseMap map = new SparseMap(List.of(new Piece(1, 2), new Piece(4, 1)), 7);
        byte[] whole = {0, 1, 2, 0, (byte) 0xff, 0, 0};
        assertThat(sparse(stored, map).readAllBytes()).isEqualTo(whole);
        try (InputStream in = sparse(stored, map)) {
            assertThat(in.read(new byte[0])).isZero();
            for (byte each : whole) {
                assertThat(in.read()).isEqualTo(each & 0xff);
            }
            assertThat(in.read()).isEqualTo(-1);
        }
    }

    @Test
    void input_ofWhichSomethingIsMissing_fails() {
        SparseMap map = new SparseMap(List.of(new Piece(0, 4)), 4);
        assertThatThrownBy(() -> sparse(new byte[3], map).readAllBytes())
                .isInstanceOf(EOFException.class);
    }
}
