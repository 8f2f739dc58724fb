package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.compression.Method;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.MemorySource;
import java.io.IOException;
import java.nio.ByteBuffer;
import org.junit.jupiter.api.Test;

/** Frames that are stored as they are: what counts is where they begin. */
class FramedSourceTest {
    private static final byte[] PACKED = {1, 2, 3, 4, 5, 6};

    private static FramedSource source(long size, long... starts) {
        Frames frames = new Frames();
        for (int i = 0; i < starts.length; i += 2) {
            frames.add(starts[i], starts[i + 1]);
        }
        return new FramedSource(new MemorySource(PACKED), Method.STORED, frames, size);
    }

    private static int first(FramedSource source, long position) throws IOException {
        ByteBuffer one = ByteBuffer.allocate(1);
        return source.read(one, position) < 0 ? -1 : one.get(0);
    }

    @Test
    void read_findsEachByteInItsFrame() throws IOException {
        try (FramedSource source = source(6, 0, 0, 2, 2, 5, 5)) {
            for (int i = 0; i < 6; i++) {
                assertThat(first(source, i)).isEqualTo(i + 1);
            }
            assertThat(first(source, 6)).isEqualTo(-1);
            assertThat(first(source, 0)).as("kept frames too").isEqualTo(1);
            assertThat(source.size()).isEqualTo(6);
            assertThat(source.isPastCache()).isFalse();
        }
    }

    @Test
    void framesThatCannotBe_areDamage() {
        for (FramedSource wrong :
                new FramedSource[] {
                    source(6), // none at all
                    source(6, 2, 0), // nothing has the first bytes
                    source(6, 0, -1),
                    source(6, 0, 6), // nothing is packed there
                    source(1L << 30, 0, 0), // larger than any
                    source(7, 0, 0), // shorter than it says
                    source(5, 0, 0), // longer than it says
                    source(6, 0, 4, 4, 2), // backwards
                }) {
            assertThatThrownBy(() -> first(wrong, 0)).isInstanceOf(DamagedArchive.class);
        }
    }
}
