package app.lacuna.archive.zip;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.PackingWatch;
import app.lacuna.common.Sha256;
import app.lacuna.compression.BlockDeflater;
import app.lacuna.compression.ByteRun;
import app.lacuna.compression.Level;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.error.SourceUnreadable;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.SteadyReader;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.zip.CRC32;
import org.jspecify.annotations.Nullable;

/**
 * A large file as blocks that are read, and worked on, by several workers at once and handed on in
 * order. Checksum and size are those of what was handed on.
 */
final class Blocks {
    static final int BLOCK_BYTES = 1 << 19;

    /** Receives packed or plain bytes in their order. */
    @FunctionalInterface
    interface Sink {
        void write(byte[] bytes, int offset, int length) throws IOException;
    }

    /** Works on the bytes of a block that begins at {@code position}, in place. */
    @FunctionalInterface
    interface Work {
        void on(long position, byte[] bytes, int length);
    }

    /**
     * @param plain dictionary and contents as read
     * @param result what the worker made of them
     */
    private record Done(byte[] plain, int offset, int length, @Nullable ByteRun result) {}

    private final FileItem item;
    private final FileChannel source;
    private final Workers workers;
    private final PackingWatch watch;
    private final CRC32 crc = new CRC32();
    private final Optional<MessageDigest> digest;
    private long size;

    Blocks(FileItem item, FileChannel source, Workers workers, PackingWatch watch) {
        this.item = item;
        this.source = source;
        this.workers = workers;
        this.watch = watch;
        this.digest = watch.wantsDigests() ? Optional.of(Sha256.hasher()) : Optional.empty();
    }

    private void seen(Done done) {
        crc.update(done.plain(), done.offset(), done.length());
        digest.ifPresent(hash -> hash.update(done.plain(), done.offset(), done.length()));
    }

    /** CRC-32 of the contents. */
    int crc() {
        return (int) crc.getValue();
    }

    /** Bytes of contents. */
    long size() {
        return size;
    }

    /** As one deflate stream. */
    void deflated(Level level, Sink sink) throws IOException {
        Queue<BlockDeflater> idle = new ConcurrentLinkedQueue<>();
        try {
            each(
                    BlockDeflater.DICTIONARY_BYTES,
                    block -> () -> deflate(block, level, idle),
                    done -> {
                        seen(done);
                        ByteRun packed = requireNonNull(done.result());
                        sink.write(packed.bytes(), 0, packed.length());
                        Arrays.fill(done.plain(), (byte) 0);
                    });
        } finally {
            idle.forEach(BlockDeflater::close);
        }
    }

    private Done deflate(Block block, Level level, Queue<BlockDeflater> idle) throws IOException {
        byte[] bytes = new byte[block.dictionary() + block.length()];
        read(block.position() - block.dictionary(), bytes);
        int length = block.length();
        BlockDeflater deflater = idle.poll();
        if (deflater == null) {
            deflater = new BlockDeflater(level);
        }
        ByteRun packed = deflater.deflate(bytes, block.dictionary(), length, block.last());
        idle.add(deflater);
        return new Done(bytes, block.dictionary(), length, packed);
    }

    /** As it is; {@code work} is done by the workers before it is handed on. */
    void worked(Work work, Sink sink) throws IOException {
        each(
                0,
                block ->
                        () -> {
                            Done done = read(block);
                            if (digest.isEmpty()) {
                                work.on(block.position(), done.plain(), done.length());
                            }
                            return done;
                        },
                done -> {
                    if (digest.isPresent()) { // which needs them in their order, and plain
                        digest.get().update(done.plain(), 0, done.length());
                        work.on(size - done.length(), done.plain(), done.length());
                    }
                    sink.write(done.plain(), 0, done.length());
                });
    }

    /** As it is, and the checksum with it. */
    void plain(Sink sink) throws IOException {
        each(
                0,
                block -> () -> read(block),
                done -> {
                    seen(done);
                    sink.write(done.plain(), 0, done.length());
                });
    }

    private Done read(Block block) throws IOException {
        byte[] bytes = new byte[block.length()];
        read(block.position(), bytes);
        return new Done(bytes, 0, bytes.length, null);
    }

    /**
     * @param dictionary how many bytes before it are needed too
     */
    private record Block(long position, int length, int dictionary, boolean last) {}

    @FunctionalInterface
    private interface Task {
        Callable<Done> on(Block block);
    }

    private void each(int dictionary, Task task, InOrder.Sink<Done> sink) throws IOException {
        long inFlight = (long) BLOCK_BYTES * (2L * workers.count() + 2);
        try (InOrder<Done> order =
                new InOrder<>(
                        workers,
                        inFlight,
                        done -> {
                            watch.check();
                            size += done.length();
                            watch.onBytes(item, done.length());
                            try {
                                sink.accept(done);
                            } finally {
                                Arrays.fill(done.plain(), (byte) 0);
                            }
                        })) {
            for (long at = 0; at < item.size() || at == 0; at += BLOCK_BYTES) {
                int length = (int) Math.min(BLOCK_BYTES, item.size() - at);
                boolean last = at + length >= item.size();
                int before = (int) Math.min(dictionary, at);
                order.submit(BLOCK_BYTES, task.on(new Block(at, length, before, last)));
            }
            order.finish();
        }
        digest.ifPresent(hash -> watch.onDigest(item, Sha256.hex(hash)));
    }

    /**
     * Fills the array: a block that is shorter would move all that follow from where their
     * keystream is.
     */
    private void read(long position, byte[] bytes) throws IOException {
        ByteBuffer into = ByteBuffer.wrap(bytes);
        try {
            while (into.hasRemaining() && source.read(into, position + into.position()) > 0) {
                // until full or at the end of the file
            }
        } catch (IOException e) {
            throw new SourceUnreadable(item.source(), e);
        }
        if (into.hasRemaining()) {
            throw new SteadyReader.ShortRead();
        }
    }
}
