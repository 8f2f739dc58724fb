package app.lacuna.archive.iso;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A file of an image. */
public final class IsoFile extends IsoNode {
    private final long size;
    private final @Nullable Contents contents;
    private long firstBlock;

    /** Gives the bytes of a file when it is its turn. */
    @FunctionalInterface
    public interface Contents {
        InputStream open() throws IOException;
    }

    IsoFile(
            String name,
            long size,
            Instant modified,
            int permissions,
            @Nullable Contents contents) {
        super(name, modified, permissions);
        if (size < 0) {
            throw new IllegalArgumentException("a size is not negative");
        }
        this.size = size;
        this.contents = contents;
    }

    public long size() {
        return size;
    }

    /** Where its bytes begin in the image; known once there is an {@link IsoImage}. */
    public long position() {
        return firstBlock * Iso.BLOCK_BYTES;
    }

    /** Whether its bytes are appended to the image by somebody else. */
    boolean isBehind() {
        return contents == null;
    }

    Contents contents() {
        return requireNonNull(contents);
    }

    long firstBlock() {
        return firstBlock;
    }

    void placeAt(long block) {
        firstBlock = block;
    }
}
