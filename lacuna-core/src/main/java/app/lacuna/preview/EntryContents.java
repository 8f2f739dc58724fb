package app.lacuna.preview;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;

/** Reads one entry into memory, for looking at it without writing it anywhere. */
final class EntryContents {
    private static final int PIECE = 1 << 18;

    private EntryContents() {}

    /**
     * The whole contents, checked before they are given out; nothing of them stays anywhere else.
     *
     * @throws IllegalArgumentException if the entry is larger than the limit: ask for its size
     *     first
     */
    static byte[] read(OpenedArchive reader, ArchiveEntry entry, int limit, CancelToken cancel)
            throws IOException {
        if (entry.size() > limit) {
            throw new IllegalArgumentException("larger than the limit");
        }
        byte[] contents = new byte[(int) entry.size()];
        try (InputStream in = reader.open(entry)) {
            int done = 0;
            int count;
            while ((count = in.read(contents, done, Math.min(PIECE, contents.length - done))) > 0) {
                done += count;
                cancel.check();
            }
            if (in.read() >= 0) { // at the end the contents are checked
                throw new IOException("longer than it says");
            }
            return contents;
        } catch (IOException | RuntimeException e) {
            Arrays.fill(contents, (byte) 0);
            throw e;
        }
    }
}
