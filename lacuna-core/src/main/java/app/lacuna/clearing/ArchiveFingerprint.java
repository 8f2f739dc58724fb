package app.lacuna.clearing;

import app.lacuna.common.Sha256;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.Optional;

/**
 * Identifies an archive whatever its name: SHA-256 over its size, its first 4 KiB and its last 64
 * KiB. Both contain random salts, so two archives never share one.
 */
public final class ArchiveFingerprint {
    private static final int HEAD_BYTES = 4 << 10;
    private static final int TAIL_BYTES = 64 << 10;
    private static final int LETTERS = 32;

    private ArchiveFingerprint() {}

    /** Empty if the file cannot be read. */
    public static Optional<String> of(Path archive) {
        try (FileChannel channel = FileChannel.open(archive, StandardOpenOption.READ)) {
            long size = channel.size();
            MessageDigest hash = Sha256.hasher();
            hash.update(ByteBuffer.allocate(Long.BYTES).putLong(0, size));
            update(hash, channel, 0, (int) Math.min(HEAD_BYTES, size));
            int tail = (int) Math.min(TAIL_BYTES, size);
            update(hash, channel, size - tail, tail);
            return Optional.of(Sha256.hex(hash).substring(0, LETTERS));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    private static void update(MessageDigest hash, FileChannel channel, long from, int count)
            throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(count);
        while (bytes.hasRemaining()) {
            if (channel.read(bytes, from + bytes.position()) < 0) {
                throw new IOException("shorter than it was");
            }
        }
        hash.update(bytes.flip());
    }
}
