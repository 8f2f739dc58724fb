package app.lacuna.desktop.parts.viewer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.preview.Orientation;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.CancellationException;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** A picture of somebody else can take as long as it likes to decode: nobody waits for it. */
@Timeout(120)
class PicturesTest {
    private static byte[] large;

    /** 100 million points in a few kilobytes. */
    @BeforeAll
    static void draw() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(
                new BufferedImage(10_000, 10_000, BufferedImage.TYPE_BYTE_BINARY), "png", bytes);
        large = bytes.toByteArray();
    }

    private static boolean isStillDecoding() {
        return Thread.getAllStackTraces().keySet().stream()
                .anyMatch(thread -> thread.getName().equals("limited-work") && thread.isAlive());
    }

    private static void awaitEnd() throws InterruptedException {
        while (isStillDecoding()) {
            Thread.sleep(10);
        }
    }

    @Test
    void decode_longerThanAllowed_isGivenUp() throws InterruptedException {
        assertThatThrownBy(
                        () ->
                                Pictures.decode(
                                        large,
                                        Orientation.UPRIGHT,
                                        CancelToken.never(),
                                        Duration.ZERO))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("took more than");
        awaitEnd();
    }

    @Test
    void decode_cancelled_isGivenUp() throws InterruptedException {
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        assertThatThrownBy(() -> Pictures.decode(large, Orientation.UPRIGHT, cancel))
                .isInstanceOf(CancellationException.class);
        awaitEnd();
    }

    @Test
    void decode_ofALargePicture_isReducedToTheScreen() throws IOException {
        Pictures.Decoded decoded = Pictures.decode(large, Orientation.UPRIGHT, CancelToken.never());
        assertThat(decoded.width()).isEqualTo(10_000);
        assertThat(decoded.image().getWidth()).isLessThanOrEqualTo(2_500);
    }
}
