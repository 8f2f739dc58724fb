package app.lacuna.archive.iso;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.CancelToken;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
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

    /** Directories that each claim nearly all of a large sparse image. */
    @Test
    void directoriesThatClaimTheSameBlocks_areDamage() throws IOException {
        IsoFolder root = IsoFolder.root(THEN);
        for (int i = 0; i < 30; i++) {
            root.addFolder("folder " + i, THEN, 0755);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        VolumeName name = new VolumeName("MANY", "MANY", 1, 1, THEN);
        new IsoImage(root, name).writeTo(out, count -> {}, CancelToken.never());
        byte[] bytes = out.toByteArray();
        int large = 90 << 20;
        ByteBuffer image = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        for (int at = 17 * 2048; at + 34 < bytes.length; at++) {
            // a directory record of an empty folder: its length in both orders, and its flags
            boolean folder =
                    image.getInt(at + 10) == 2048
                            && image.getInt(at + 14) == Integer.reverseBytes(2048)
                            && bytes[at + 25] == 2
                            && (bytes[at + 32] & 0xff) > 1;
            if (folder) {
                image.putInt(at + 10, large);
                image.putInt(at + 14, Integer.reverseBytes(large));
            }
        }
        ByteSource sparse = new Sparse(bytes, 100L << 20);
        assertThatThrownBy(() -> IsoReader.open(sparse)).isInstanceOf(DamagedArchive.class);
        assertThat(((Sparse) sparse).read).isLessThan(300L << 20);
    }

    /** Zeros behind the bytes, and a count of what was read. */
    private static final class Sparse implements ByteSource {
        private final byte[] bytes;
        private final long size;
        private long read;

        Sparse(byte[] bytes, long size) {
            this.bytes = bytes;
            this.size = size;
        }

        @Override
        public int read(ByteBuffer into, long position) {
            int count = (int) Math.min(into.remaining(), size - position);
            for (int i = 0; i < count; i++) {
                long at = position + i;
                into.put(at < bytes.length ? bytes[(int) at] : 0);
            }
            read += Math.max(0, count);
            return count <= 0 ? -1 : count;
        }

        @Override
        public long size() {
            return size;
        }

        @Override
        public void close() {
            // nothing is open
        }
    }
}
