package app.lacuna.io;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DirectSourceTest {
    @TempDir Path folder;

    /** Whether or not the file system lets the cache be passed: the bytes are the same. */
    @Test
    void givesTheSameBytesAtAnyPlace() throws IOException {
        byte[] bytes = new byte[3_000_001];
        new Random(3).nextBytes(bytes);
        Path file = Files.write(folder.resolve("film.raw"), bytes);
        Random random = new Random(4);
        try (ByteSource source = FileSources.open(file, FileSources.Way.PAST_CACHE)) {
            assertThat(source.size()).isEqualTo(bytes.length);
            for (int i = 0; i < 300; i++) {
                int at = random.nextInt(bytes.length);
                int length = Math.min(random.nextInt(70_000) + 1, bytes.length - at);
                byte[] read = Fields.at(source, at, length).array();
                assertThat(Arrays.equals(read, Arrays.copyOfRange(bytes, at, at + length)))
                        .as("%d bytes at %d", length, at)
                        .isTrue();
            }
            assertThat(source.read(ByteBuffer.allocate(1), bytes.length)).isEqualTo(-1);
        }
    }

    /** Lets somebody else read elsewhere between finding a stretch and getting hold of it. */
    private static final class Meddling extends ConcurrentLinkedQueue<DirectSource.Stretch> {
        private static final long serialVersionUID = 1;
        private transient Runnable before = () -> {};

        @Override
        public boolean remove(Object wanted) {
            Runnable now = before;
            before = () -> {};
            now.run();
            return super.remove(wanted);
        }
    }

    @Test
    void whatWasFoundMayBeSomethingElseWhenItIsTaken() throws IOException {
        byte[] bytes = new byte[3 << 20];
        new Random(5).nextBytes(bytes);
        Path file = Files.write(folder.resolve("film.raw"), bytes);
        Meddling idle = new Meddling();
        try (ByteSource source = new DirectSource(file, idle)) {
            Fields.at(source, 100, 50);
            assertThat(idle).hasSize(1);
            idle.before =
                    () -> {
                        try {
                            Fields.at(source, 2 << 20, 50); // refills the only stretch there is
                        } catch (IOException e) {
                            throw new UncheckedIOException(e);
                        }
                    };
            byte[] read = Fields.at(source, 200, 50).array();
            assertThat(read).isEqualTo(Arrays.copyOfRange(bytes, 200, 250));
        }
    }

    @Test
    void anEmptyFileIsNoTrouble() throws IOException {
        Path file = Files.createFile(folder.resolve("empty"));
        try (ByteSource source = FileSources.open(file, FileSources.Way.PAST_CACHE)) {
            assertThat(source.size()).isZero();
            assertThat(source.read(ByteBuffer.allocate(1), 0)).isEqualTo(-1);
        }
    }

    @Test
    void theUsualWaySaysThatItIsNotPastTheCache() throws IOException {
        Path file = Files.writeString(folder.resolve("a"), "a");
        try (ByteSource source = FileSources.open(file, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            assertThat(source.isPastCache()).isFalse();
        }
    }
}
