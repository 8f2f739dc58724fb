package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.io.MemorySource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** APPNOTE 6.3.10, 4.3.9. */
class DescriptorLengthTest {
    private static final int SIGNATURE = 0x08074b50;

    private static EntryRecord entry(int flags) {
        return new EntryRecord(
                new byte[] {'a'},
                flags,
                8,
                Optional.empty(),
                0,
                0xcafe,
                3,
                9,
                0,
                Optional.empty(),
                -1,
                0,
                false);
    }

    /** Three bytes of data, and these after them. */
    private static int length(int flags, Number... after) throws IOException {
        ByteBuffer out = ByteBuffer.allocate(100).order(ByteOrder.LITTLE_ENDIAN);
        out.put(new byte[3]);
        for (Number each : after) {
            if (each instanceof Long wide) {
                out.putLong(wide);
            } else {
                out.putInt(each.intValue());
            }
        }
        byte[] bytes = Arrays.copyOf(out.array(), out.position());
        return DescriptorLength.behind(new MemorySource(bytes), 0, entry(flags));
    }

    @Test
    void allFourForms_areFound() throws IOException {
        assertThat(length(8, 0xcafe, 3, 9)).isEqualTo(12);
        assertThat(length(8, SIGNATURE, 0xcafe, 3, 9)).isEqualTo(16);
        assertThat(length(8, 0xcafe, 3L, 9L)).isEqualTo(20);
        assertThat(length(8, SIGNATURE, 0xcafe, 3L, 9L)).isEqualTo(24);
    }

    @Test
    void withoutTheFlag_thereIsNone() throws IOException {
        assertThat(length(0, SIGNATURE, 0xcafe, 3, 9)).isZero();
    }

    @Test
    void otherSizes_orTheEnd_areNone() throws IOException {
        assertThat(length(8)).isZero();
        assertThat(length(8, SIGNATURE)).isZero();
        assertThat(length(8, SIGNATURE, 0xcafe, 3)).isZero();
        assertThat(length(8, 0xcafe, 4, 9)).isZero();
        assertThat(length(8, 0xcafe, 3, 8)).isZero();
        assertThat(length(8, 0xcafe, 3L, 8L)).isZero();
        assertThat(length(8, 0xcafe, 4L, 9L)).isZero();
    }
}
