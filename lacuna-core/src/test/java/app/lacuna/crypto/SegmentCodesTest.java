package app.lacuna.crypto;

import static org.assertj.core.api.Assertions.assertThat;

import java.security.SecureRandom;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SegmentCodesTest {
    private static final int LAST_BYTES = 100;

    private final byte[] bytes = new byte[2 * SegmentCodes.SMALLEST_SEGMENT + LAST_BYTES];

    SegmentCodesTest() {
        new Random(1).nextBytes(bytes);
    }

    static Stream<Primitives> primitives() {
        return Stream.of(Primitives.jdk(), Primitives.nativeOnes().orElseThrow());
    }

    private static SegmentCodes codes(long length, Primitives primitives) {
        return new SegmentCodes(length, new SecureRandom(), primitives);
    }

    private byte[] segment(int number) {
        int from = number * SegmentCodes.SMALLEST_SEGMENT;
        int length = Math.min(SegmentCodes.SMALLEST_SEGMENT, bytes.length - from);
        byte[] segment = new byte[SegmentCodes.SMALLEST_SEGMENT];
        System.arraycopy(bytes, from, segment, 0, length);
        return segment;
    }

    @ParameterizedTest
    @MethodSource("primitives")
    void isAsBefore_sameBytes_isTrueAgainAndAgain(Primitives primitives) {
        SegmentCodes codes = codes(bytes.length, primitives);
        for (int round = 0; round < 3; round++) {
            for (int number : List.of(2, 0, 1)) {
                int length = number == 2 ? LAST_BYTES : SegmentCodes.SMALLEST_SEGMENT;
                assertThat(codes.isAsBefore(number, segment(number), length)).isTrue();
            }
        }
    }

    @ParameterizedTest
    @MethodSource("primitives")
    void isAsBefore_oneBitOfAnyByteChanged_isFalse(Primitives primitives) {
        SegmentCodes codes = codes(bytes.length, primitives);
        byte[] last = segment(2);
        assertThat(codes.isAsBefore(2, last, LAST_BYTES)).isTrue();
        for (int at = 0; at < LAST_BYTES; at++) {
            last[at] ^= (byte) (1 << at % 8);
            assertThat(codes.isAsBefore(2, last, LAST_BYTES)).as("byte %d", at).isFalse();
            last[at] ^= (byte) (1 << at % 8);
        }
        assertThat(codes.isAsBefore(2, last, LAST_BYTES)).isTrue();
    }

    @ParameterizedTest
    @MethodSource("primitives")
    void isAsBefore_segmentOfAnotherPlaceOrLength_isFalse(Primitives primitives) {
        SegmentCodes codes = codes(bytes.length, primitives);
        assertThat(codes.isAsBefore(0, segment(0), SegmentCodes.SMALLEST_SEGMENT)).isTrue();
        assertThat(codes.isAsBefore(1, segment(1), SegmentCodes.SMALLEST_SEGMENT)).isTrue();
        assertThat(codes.isAsBefore(1, segment(0), SegmentCodes.SMALLEST_SEGMENT)).isFalse();
        assertThat(codes.isAsBefore(0, segment(0), LAST_BYTES)).isFalse();
    }

    /** The codes of the longest run still fit into 4 MiB. */
    @ParameterizedTest
    @MethodSource("primitives")
    void segmentBytes_growWithTheLength(Primitives primitives) {
        assertThat(codes(1, primitives).segmentBytes()).isEqualTo(1 << 16);
        assertThat(codes(16L << 30, primitives).segmentBytes()).isEqualTo(1 << 16);
        assertThat(codes((16L << 30) + 1, primitives).segmentBytes()).isEqualTo(1 << 17);
    }
}
