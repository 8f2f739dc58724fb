package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** POSIX.1-2017, pax, "pax Extended Header". */
class PaxRecordsTest {
    private static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** The example of the length in the standard: it counts itself, the blank and the line end. */
    @Test
    void bytes_haveALengthThatCountsItself() {
        PaxRecords records = new PaxRecords();
        records.put("path", "a");
        records.put("comment", "x".repeat(88)); // 98 without its digits
        assertThat(new String(records.bytes(), StandardCharsets.UTF_8))
                .isEqualTo("9 path=a\n" + "101 comment=" + "x".repeat(88) + "\n");
    }

    @Test
    void parse_readsWhatWasWritten_bytesThatAreNoTextIncluded() throws MalformedTar {
        PaxRecords records = new PaxRecords();
        for (int length = 1; length < 300; length++) {
            byte[] value = new byte[length];
            Arrays.fill(value, (byte) length);
            records.put("key" + length, value);
        }
        assertThat(PaxRecords.parse(records.bytes()).all())
                .hasSize(299)
                .allSatisfy((key, value) -> assertThat(value).isEqualTo(records.all().get(key)));
    }

    @Test
    void parse_takesTheLastOfAName_andAnEmptyOneAway() throws MalformedTar {
        PaxRecords parsed = PaxRecords.parse(utf8("10 path=a\n10 path=b\n9 uid=12\n7 uid=\n"));
        assertThat(parsed.text("path")).contains("b");
        assertThat(parsed.text("uid")).isEmpty();
        assertThat(parsed.isEmpty()).isFalse();
    }

    @Test
    void parse_endsAtAZero() throws MalformedTar {
        assertThat(PaxRecords.parse(utf8("10 path=a\n\0\0nonsense")).all()).hasSize(1);
        assertThat(PaxRecords.parse(new byte[0]).isEmpty()).isTrue();
    }

    @Test
    void and_letsTheOthersDecide() {
        PaxRecords first = new PaxRecords();
        first.put("path", "a");
        first.put("uid", "1");
        PaxRecords second = new PaxRecords();
        second.put("path", "b");
        assertThat(first.and(second).text("path")).contains("b");
        assertThat(first.and(second).text("uid")).contains("1");
        assertThat(first.text("path")).contains("a");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "x path=a\n",
                "10path=a\n",
                "-1 path=a\n",
                "11 path=a\n",
                "8 path=a\n",
                "10 path=a ",
                "10 path a\n",
                "4 a=\n",
                "10",
                "10 ",
                "999999999999999999999 path=a\n",
                "10 path=a\n3",
                "10 path=a\n5 ab\nc",
            })
    void parse_ofWhatIsNone_isRefused(String text) {
        assertThatThrownBy(() -> PaxRecords.parse(utf8(text))).isInstanceOf(MalformedTar.class);
    }
}
