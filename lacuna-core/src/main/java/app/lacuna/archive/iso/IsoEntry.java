package app.lacuna.archive.iso;

import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Something that is in an image.
 *
 * @param path its names from the top, between slashes
 * @param permissions the nine bits of POSIX, empty where the image does not say
 * @param target where a link leads
 * @param extents where its bytes are, in their order
 */
public record IsoEntry(
        String path,
        ItemKind kind,
        long size,
        Instant modified,
        Optional<Integer> permissions,
        Optional<String> target,
        List<Extent> extents) {

    /** A stretch of the image, in bytes. */
    public record Extent(long position, long length) {}

    public IsoEntry {
        extents = List.copyOf(extents);
    }
}
