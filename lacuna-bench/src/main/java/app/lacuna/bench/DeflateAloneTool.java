package app.lacuna.bench;

import app.lacuna.compression.Level;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.Deflater;

/**
 * The limit for one large file: the platform's deflate at the same level on all processors, each
 * with pieces of its own; nothing is encrypted, joined or written.
 */
final class DeflateAloneTool implements Tool {
    private static final int PIECE_BYTES = 1 << 20;

    @Override
    public String name() {
        return "deflate alone";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(Job.PACK_AES);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.toList()) {
                deflate(file);
            }
        }
        Files.createFile(archive);
    }

    private static void deflate(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            AtomicLong next = new AtomicLong();
            List<Thread> threads =
                    IntStream.range(0, Runtime.getRuntime().availableProcessors())
                            .mapToObj(i -> new Thread(() -> pieces(channel, next)))
                            .toList();
            threads.forEach(Thread::start);
            for (Thread thread : threads) {
                thread.join();
            }
        } catch (InterruptedException e) {
            throw new IOException(e);
        }
    }

    private static void pieces(FileChannel channel, AtomicLong next) {
        Deflater deflater = new Deflater(Level.BALANCED.deflateLevel(), true);
        ByteBuffer piece = ByteBuffer.allocate(PIECE_BYTES);
        byte[] packed = new byte[PIECE_BYTES];
        try {
            while (channel.read(piece.clear(), next.getAndAdd(PIECE_BYTES)) > 0) {
                deflater.reset();
                deflater.setInput(piece.array(), 0, piece.position());
                deflater.finish();
                while (!deflater.finished()) {
                    deflater.deflate(packed);
                }
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        } finally {
            deflater.end();
        }
    }
}
