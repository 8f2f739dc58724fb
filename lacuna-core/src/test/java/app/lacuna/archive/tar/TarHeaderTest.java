package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** POSIX.1-2017, pax, "ustar Interchange Format"; base 256 is common practice, no source. */
class TarHeaderTest {
    private static final TarHeader PLAIN =
            new TarHeader("dig/a.txt", 0644, 1000, 100, 7, 1_700_000_000, '0', "", "rieke", "dig");

    private static byte[] with(int at, byte... bytes) {
        byte[] block = PLAIN.bytes();
        System.arraycopy(bytes, 0, block, at, bytes.length);
        return summed(block);
    }

    /** With the checksum that belongs to it. */
    private static byte[] summed(byte[] block) {
        Arrays.fill(block, 148, 156, (byte) ' ');
        long sum = 0;
        for (byte each : block) {
            sum += each & 0xff;
        }
        byte[] text = "%06o\0 ".formatted(sum).getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(text, 0, block, 148, 8);
        return block;
    }

    @Test
    void parse_readsWhatWasWritten() throws MalformedTar {
        assertThat(TarHeader.parse(PLAIN.bytes())).isEqualTo(PLAIN);
    }

    @Test
    void numbersWithoutRoom_standAsZero() throws MalformedTar {
        TarHeader large = new TarHeader("a", 0, 1L << 40, 1L << 40, 1L << 60, -5, '0', "", "", "");
        TarHeader read = TarHeader.parse(large.bytes());
        assertThat(read.owner()).isZero();
        assertThat(read.group()).isZero();
        assertThat(read.size()).isZero();
        assertThat(read.seconds()).isZero();
    }

    @Test
    void prefix_standsBeforeTheName_ofUstarOnly() throws MalformedTar {
        byte[] prefixed = with(345, (byte) 'p');
        assertThat(TarHeader.parse(prefixed).name()).isEqualTo("p/dig/a.txt");
        prefixed[262] = ' ';
        assertThat(TarHeader.parse(summed(prefixed)).name()).isEqualTo("dig/a.txt");
        prefixed[262] = 0;
        prefixed[257] = 'x';
        assertThat(TarHeader.parse(summed(prefixed)).name()).isEqualTo("dig/a.txt");
    }

    @ParameterizedTest
    @CsvSource({"0, 0", "55, 0", "53, 5", "120, x"})
    void type_ofOldAndContiguousFiles_isAFile(int byteOfType, char type) throws MalformedTar {
        assertThat(TarHeader.parse(with(156, (byte) byteOfType)).type()).isEqualTo(type);
    }

    @Test
    void number_octal_withBlanksOrZerosAroundIt() throws MalformedTar {
        assertThat(number("0000644\0")).isEqualTo(0644);
        assertThat(number("   644 \0")).isEqualTo(0644);
        assertThat(number("77777777")).as("without an end").isEqualTo(077777777);
        assertThat(number("        ")).isZero();
        assertThat(number("\0\0\0\0\0\0\0\0")).isZero();
    }

    @ParameterizedTest
    @CsvSource({"0000648x", "000x644x", "-0000644"})
    void number_thatIsNone_isRefused(String text) {
        assertThatThrownBy(() -> number(text)).isInstanceOf(MalformedTar.class);
    }

    private static long number(String text) throws MalformedTar {
        return TarHeader.number(text.getBytes(StandardCharsets.ISO_8859_1), 0, 8);
    }

    @Test
    void number_binary_ofEitherSign() throws MalformedTar {
        byte[] large = {(byte) 0x80, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0, 2};
        assertThat(TarHeader.number(large, 0, 12)).isEqualTo((1L << 56) + 2);
        byte[] below = new byte[12];
        Arrays.fill(below, (byte) 0xff);
        assertThat(TarHeader.number(below, 0, 12)).isEqualTo(-1);
        byte[] tooLarge = large.clone();
        tooLarge[1] = 1;
        assertThatThrownBy(() -> TarHeader.number(tooLarge, 0, 12))
                .isInstanceOf(MalformedTar.class);
        byte[] tooSmall = below.clone();
        tooSmall[1] = 0;
        assertThatThrownBy(() -> TarHeader.number(tooSmall, 0, 12))
                .isInstanceOf(MalformedTar.class);
    }

    @Test
    void checksum_overSignedBytes_isTakenToo() throws MalformedTar {
        byte[] block = with(0, (byte) 0xc3, (byte) 0xbc);
        Arrays.fill(block, 148, 156, (byte) ' ');
        long sum = 0;
        for (byte each : block) {
            sum += each;
        }
        byte[] text = "%06o\0 ".formatted(sum).getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(text, 0, block, 148, 8);
        assertThat(TarHeader.parse(block).name()).startsWith("\u00fc");
    }

    @Test
    void isHeader_onlyIfTheChecksumIsRight() {
        assertThat(TarHeader.isHeader(PLAIN.bytes())).isTrue();
        byte[] changed = PLAIN.bytes();
        changed[0]++;
        assertThat(TarHeader.isHeader(changed)).isFalse();
        assertThatThrownBy(() -> TarHeader.parse(changed)).isInstanceOf(MalformedTar.class);
        byte[] noSum = PLAIN.bytes();
        noSum[148] = 'x';
        assertThat(TarHeader.isHeader(noSum)).isFalse();
        assertThat(TarHeader.isHeader(new byte[512])).isFalse();
        assertThat(TarHeader.isHeader(new byte[511])).isFalse();
    }
}
