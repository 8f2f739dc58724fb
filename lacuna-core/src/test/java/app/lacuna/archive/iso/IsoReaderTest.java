package app.lacuna.archive.iso;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.base.CancelToken;
import app.lacuna.bytes.ByteSource;
import app.lacuna.bytes.MemorySource;
import app.lacuna.failure.LacunaException;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Images that somebody has damaged, on purpose or not. */
@Timeout(120)
class IsoReaderTest {
    private static final Instant THEN = Instant.parse("2026-09-14T06:30:12Z");
    private byte[] image;

    @BeforeEach
    void make() throws IOException {
        IsoFolder root = IsoFolder.root(THEN);
        IsoFolder dig = root.addFolder("dig", THEN, 0755);
        dig.addFile("levels.csv", 3, THEN, 0644, () -> new ByteArrayInputStream("1;2".getBytes()));
        dig.addLink("latest", "levels.csv", THEN);
        IsoFolder below = dig;
        for (int level = 0; level < 9; level++) {
            below = below.addFolder("below", THEN, 0755);
        }
        VolumeName name = new VolumeName("DIG", "DIG", 1, 1, THEN);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        new IsoImage(root, name).writeTo(out, count -> {}, CancelToken.never());
        image = out.toByteArray();
    }

    private static void readAll(byte[] bytes) throws IOException {
        try (ByteSource source = new MemorySource(bytes)) {
            IsoReader reader = IsoReader.open(source);
            for (IsoEntry entry : reader.entries()) {
                try (InputStream in = reader.open(entry)) {
                    in.readNBytes(1 << 20);
                }
            }
        }
    }

    /** Only ever told in words of ours, and never without end. */
    private static void survives(byte[] bytes) {
        try {
            readAll(bytes);
        } catch (LacunaException e) {
            assertThat(e).isNotNull();
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    @Test
    void saysWhatTheDiscIsCalled() throws IOException {
        try (ByteSource source = new MemorySource(image)) {
            assertThat(IsoReader.isImage(source)).isTrue();
            IsoReader reader = IsoReader.open(source);
            assertThat(reader.label()).isEqualTo("DIG");
            assertThat(reader.number()).isEqualTo(1);
            assertThat(reader.entries()).hasSize(12);
        }
    }

    @Test
    void cutShortAnywhere() {
        for (int length = 0; length < image.length; length += 509) {
            survives(Arrays.copyOf(image, length));
        }
    }

    @Test
    void anyByteOfTheDirectoriesChanged() {
        int end = 30 * Iso.BLOCK_BYTES + 12 * Iso.BLOCK_BYTES;
        Random random = new Random(3);
        for (int at = 16 * Iso.BLOCK_BYTES; at < Math.min(end, image.length); at++) {
            if (image[at] == 0 && random.nextInt(20) > 0) {
                continue;
            }
            byte[] changed = image.clone();
            changed[at] = (byte) random.nextInt(256);
            survives(changed);
        }
    }

    @Test
    void whatIsNoImageIsNone() throws IOException {
        try (ByteSource source = new MemorySource(new byte[100_000])) {
            assertThat(IsoReader.isImage(source)).isFalse();
        }
    }
}
