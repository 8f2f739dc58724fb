package app.lacuna.delivery.mail;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.selection.ItemKind;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The entries of an archive, spread over archives that each open alone: the largest first, each to
 * where it fits (first-fit decreasing, which needs at most 11/9 of the fewest possible, and less
 * than one more; Dósa 2007). A folder is in every part that has something of it.
 *
 * @param parts the entries of each, the fullest part first, in the order of the archive
 * @param tooLarge files that no part can take; if there are any, there is no way
 */
public record Spread(List<List<ArchiveEntry>> parts, List<ArchiveEntry> tooLarge) {
    /** Both headers of an entry with every field there is, without its name. */
    private static final long BESIDE_ENTRY = 220;

    /** The ends of an archive, and the entry around the contents if names are hidden. */
    private static final long BESIDE_ENTRIES = 1_200;

    public Spread {
        parts = List.copyOf(parts);
        tooLarge = List.copyOf(tooLarge);
    }

    /**
     * @param partBytes the size that none of the archives exceeds
     */
    public static Spread of(Listing listing, long partBytes) {
        long note = 2L * listing.comment().getBytes(StandardCharsets.UTF_8).length;
        long room = partBytes - BESIDE_ENTRIES - note;
        List<ArchiveEntry> folders = new ArrayList<>();
        List<ArchiveEntry> rest = new ArrayList<>();
        listing.entries().forEach(e -> (e.kind() == ItemKind.FOLDER ? folders : rest).add(e));
        List<ArchiveEntry> tooLarge = rest.stream().filter(e -> bytes(e) > room).toList();
        if (!tooLarge.isEmpty()) {
            return new Spread(List.of(), tooLarge);
        }
        List<Part> parts = new ArrayList<>();
        rest.sort(Comparator.comparingLong(Spread::bytes).reversed());
        for (ArchiveEntry entry : rest) {
            put(entry, parts, room);
        }
        for (ArchiveEntry folder : folders) {
            boolean used = false;
            for (Part part : parts) {
                used |= part.takeFolder(folder);
            }
            if (!used) {
                put(folder, parts, room);
            }
        }
        parts.sort(Comparator.comparingLong((Part part) -> part.bytes).reversed());
        return new Spread(parts.stream().map(Part::inOrder).toList(), List.of());
    }

    private static void put(ArchiveEntry entry, List<Part> parts, long room) {
        for (Part part : parts) {
            if (part.bytes + bytes(entry) <= room) {
                part.take(entry);
                return;
            }
        }
        Part next = new Part();
        next.take(entry);
        parts.add(next);
    }

    /** What it takes of an archive, and a little more. */
    private static long bytes(ArchiveEntry entry) {
        long name = entry.path().getBytes(StandardCharsets.UTF_8).length;
        return entry.packedSize() + BESIDE_ENTRY + 3 * name;
    }

    private static final class Part {
        private final List<ArchiveEntry> entries = new ArrayList<>();
        private final Set<String> folders = new HashSet<>();
        private long bytes;

        void take(ArchiveEntry entry) {
            entries.add(entry);
            bytes += bytes(entry);
            String path = entry.path();
            for (int at = path.lastIndexOf('/'); at > 0; at = path.lastIndexOf('/', at - 1)) {
                folders.add(path.substring(0, at));
            }
        }

        /** Counted in what every entry is taken to need more than it does. */
        boolean takeFolder(ArchiveEntry folder) {
            boolean mine = folders.contains(folder.path());
            if (mine) {
                entries.add(folder);
                bytes += bytes(folder);
            }
            return mine;
        }

        List<ArchiveEntry> inOrder() {
            entries.sort(Comparator.comparingInt(ArchiveEntry::index));
            return List.copyOf(entries);
        }
    }
}
