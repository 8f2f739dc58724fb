package app.lacuna.preview;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import java.io.IOException;
import java.io.InputStream;

/** Reads one entry into memory, for looking at it without writing it anywhere. */
public final class EntryContents {
    private EntryContents() {}

    /**
     * The whole contents, checked before they are given out.
     *
     * @param limit the largest size that is taken into memory
     * @throws IllegalArgumentException if the entry is larger: ask for its size first
     */
    public static byte[] read(ArchiveReader reader, ArchiveEntry entry, int limit)
            throws IOException {
        if (entry.size() > limit) {
            throw new IllegalArgumentException("larger than the limit");
        }
        try (InputStream in = reader.open(entry)) {
            return in.readAllBytes();
        }
    }
}
