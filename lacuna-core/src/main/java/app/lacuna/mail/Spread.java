package app.lacuna.mail;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.delivery.Portion;
import app.lacuna.selection.ItemKind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The entries of an archive, spread over archives that each open alone: the largest first, each to
 * where it fits (first-fit decreasing, which needs at most 11/9 of the fewest possible, and less
 * than one more; Dósa 2007). A folder is in every part that has something of it.
 *
 * @param parts the entries of each, the fullest part first, in the order of the archive
 * @param tooLarge files that no part can take; if there are any, there is no way
 */
public record Spread(List<List<ArchiveEntry>> parts, List<ArchiveEntry> tooLarge) {
    public Spread {
        parts = List.copyOf(parts);
        tooLarge = List.copyOf(tooLarge);
    }

    /**
     * @param partBytes the size that none of the archives exceeds
     */
    public static Spread of(Listing listing, long partBytes) {
        long room = partBytes - Portion.beside(listing);
        List<ArchiveEntry> folders = new ArrayList<>();
        List<ArchiveEntry> rest = new ArrayList<>();
        listing.entries().forEach(e -> (e.kind() == ItemKind.FOLDER ? folders : rest).add(e));
        List<ArchiveEntry> tooLarge = rest.stream().filter(e -> Portion.bytes(e) > room).toList();
        if (!tooLarge.isEmpty()) {
            return new Spread(List.of(), tooLarge);
        }
        List<Portion> parts = new ArrayList<>();
        rest.sort(Comparator.comparingLong((ArchiveEntry e) -> Portion.bytes(e)).reversed());
        for (ArchiveEntry entry : rest) {
            put(entry, parts, room);
        }
        for (ArchiveEntry folder : folders) {
            boolean used = false;
            for (Portion part : parts) {
                used |= part.takeFolder(folder);
            }
            if (!used) {
                put(folder, parts, room);
            }
        }
        parts.sort(Comparator.comparingLong((Portion part) -> part.bytes()).reversed());
        return new Spread(parts.stream().map(Portion::inOrder).toList(), List.of());
    }

    private static void put(ArchiveEntry entry, List<Portion> parts, long room) {
        for (Portion part : parts) {
            if (part.bytes() + Portion.bytes(entry) <= room) {
                part.take(entry);
                return;
            }
        }
        Portion next = new Portion();
        next.take(entry);
        parts.add(next);
    }
}
