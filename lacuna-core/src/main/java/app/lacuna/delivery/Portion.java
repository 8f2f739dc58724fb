package app.lacuna.delivery;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Some entries of an archive, for an archive of their own. What that will take is counted from
 * above: every entry is taken to need more than it does.
 */
public final class Portion {
    /** Both headers of an entry with every field there is, without its name. */
    private static final long BESIDE_ENTRY = 220;

    /** The ends of an archive, and the entry around the contents if names are hidden. */
    private static final long BESIDE_ENTRIES = 1_200;

    private final List<ArchiveEntry> entries = new ArrayList<>();
    private final Set<String> folders = new HashSet<>();
    private long bytes;

    /** What an entry takes of an archive, and a little more. */
    public static long bytes(ArchiveEntry entry) {
        return bytes(entry.path(), entry.packedSize());
    }

    /**
     * The same for an entry that is only expected.
     *
     * @param packedSize the expected one
     */
    public static long bytes(String path, long packedSize) {
        long name = path.getBytes(StandardCharsets.UTF_8).length;
        return packedSize + BESIDE_ENTRY + 3 * name;
    }

    /** What an archive takes beside its entries. */
    public static long beside(String note) {
        return BESIDE_ENTRIES + 2L * note.getBytes(StandardCharsets.UTF_8).length;
    }

    /** What an archive like this one takes beside its entries. */
    public static long beside(Listing listing) {
        return beside(listing.comment());
    }

    public void take(ArchiveEntry entry) {
        entries.add(entry);
        bytes += bytes(entry);
        String path = entry.path();
        for (int at = path.lastIndexOf('/'); at > 0; at = path.lastIndexOf('/', at - 1)) {
            folders.add(path.substring(0, at));
        }
    }

    /**
     * Takes a folder if there is something of it here. Its room was counted in what the others were
     * taken to need more than they do.
     */
    public boolean takeFolder(ArchiveEntry folder) {
        boolean mine = folders.contains(folder.path());
        if (mine) {
            entries.add(folder);
            bytes += bytes(folder);
        }
        return mine;
    }

    /** Counted from above. */
    public long bytes() {
        return bytes;
    }

    /** As they were in the archive. */
    public List<ArchiveEntry> inOrder() {
        entries.sort(Comparator.comparingInt(ArchiveEntry::index));
        return List.copyOf(entries);
    }
}
