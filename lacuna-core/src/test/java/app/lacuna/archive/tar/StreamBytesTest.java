package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import org.junit.jupiter.api.Test;

/** A stream that only goes forwards is read again only to go back. */
class StreamBytesTest {
    private static final int LENGTH = 200_000;

    private int opened;
    private int closed;
    private final StreamBytes bytes = new StreamBytes(this::open);

    private InputStream open() {
        opened++;
        byte[] all = new byte[LENGTH];
        for (int i = 0; i < LENGTH; i++) {
            all[i] = (byte) i;
        }
        return new ByteArrayInputStream(all) {
            @Override
            public void close() {
                closed++;
            }
        };
    }

    private void readOneAt(int position) throws IOException {
        try (InputStream in = bytes.from(position)) {
            assertThat(in.read()).isEqualTo(position & 0xff);
        }
    }

    @Test
    void forwards_theStreamGoesOn() throws IOException {
        readOneAt(5);
        readOneAt(6);
        readOneAt(150_000);
        assertThat(opened).isEqualTo(1);
        assertThat(closed).isZero();
    }

    @Test
    void backwards_itBeginsAgain() throws IOException {
        readOneAt(150_000);
        readOneAt(7);
        assertThat(opened).isEqualTo(2);
        bytes.close();
        assertThat(closed).isEqualTo(2);
        bytes.close();
        assertThat(closed).isEqualTo(2);
    }

    @Test
    void twoAtOnce_haveAStreamEach() throws IOException {
        try (InputStream one = bytes.from(10);
                InputStream other = bytes.from(20)) {
            assertThat(one.read()).isEqualTo(10);
            assertThat(other.read()).isEqualTo(20);
            assertThat(opened).isEqualTo(2);
        }
        assertThat(closed).as("one of them can go on").isEqualTo(1);
        InputStream in = bytes.from(30);
        in.close();
        in.close();
        bytes.close();
        assertThat(closed).isEqualTo(2);
    }

    @Test
    void behindTheEnd_itIsCut() {
        assertThatThrownBy(() -> bytes.from(LENGTH + 1)).isInstanceOf(EOFException.class);
        assertThat(closed).isEqualTo(1);
    }

    @Test
    void theEnd_isTheEndOfTheStream() throws IOException {
        try (InputStream in = bytes.from(LENGTH)) {
            assertThat(in.read()).isEqualTo(-1);
            assertThat(in.available()).isZero();
            assertThat(in.markSupported()).isFalse();
            assertThat(in.skip(5)).isZero();
        }
        assertThat(bytes.isAnyOrder()).isFalse();
    }

    /** A decompressor may throw anything. */
    @Test
    void whatItThrows_isToldAsTrouble() throws IOException {
        StreamBytes broken =
                new StreamBytes(
                        () ->
                                new InputStream() {
                                    @Override
                                    public int read() {
                                        throw new IllegalStateException("no such block");
                                    }
                                });
        try (InputStream in = broken.from(0)) {
            assertThatThrownBy(in::read).isInstanceOf(IOException.class);
        }
    }
}
