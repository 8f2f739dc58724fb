package app.lacuna.disc;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.delivery.Portion;
import app.lacuna.selection.ItemKind;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;

/**
 * Which entries of an archive go onto which disc, for discs that open alone.
 *
 * @param discs the entries of each, in the order of the archive
 * @param bound fewer discs are not possible for anybody
 * @param fullness how full they are, of a hundred
 * @param tooLarge files that no disc can take; if there are any, there is no way
 */
public record DiscShares(
        List<List<ArchiveEntry>> discs, int bound, double fullness, List<ArchiveEntry> tooLarge) {
    public DiscShares {
        discs = List.copyOf(discs);
        tooLarge = List.copyOf(tooLarge);
    }

    /**
     * @param room for the archive of a disc, in bytes
     */
    public static DiscShares of(Listing listing, long room) {
        long left = room - Portion.beside(listing);
        boolean visible = listing.names() == Names.VISIBLE;
        Map<String, Queue<ArchiveEntry>> byPath = new HashMap<>();
        List<Piece> pieces = new ArrayList<>();
        List<ArchiveEntry> folders = new ArrayList<>();
        for (ArchiveEntry entry : listing.entries()) {
            if (entry.kind() == ItemKind.FOLDER) {
                folders.add(entry);
                continue;
            }
            byPath.computeIfAbsent(entry.path(), path -> new ArrayDeque<>()).add(entry);
            pieces.add(new Piece(entry.path(), bytes(entry, visible)));
        }
        DiscSpread spread = DiscSpread.of(pieces, left);
        if (!spread.tooLarge().isEmpty()) {
            List<ArchiveEntry> tooLarge =
                    spread.tooLarge().stream()
                            .map(p -> requireNonNull(byPath.get(p.path())).remove())
                            .toList();
            return new DiscShares(List.of(), 0, 0, tooLarge);
        }
        List<Portion> portions = new ArrayList<>();
        for (List<Piece> disc : spread.discs()) {
            Portion portion = new Portion();
            disc.forEach(piece -> portion.take(requireNonNull(byPath.get(piece.path())).remove()));
            portions.add(portion);
        }
        takeFolders(folders, portions);
        return new DiscShares(
                portions.stream().map(Portion::inOrder).toList(),
                Math.max(1, spread.bound()),
                spread.fullness(left),
                List.of());
    }

    /** In the archive, and in the table of contents that is on the disc beside it. */
    static long bytes(ArchiveEntry entry, boolean visible) {
        return Portion.bytes(entry) + (visible ? DiscRoom.line(entry.path()) : 0);
    }

    /** Each to where something of it is; empty ones to where most room is. */
    private static void takeFolders(List<ArchiveEntry> folders, List<Portion> portions) {
        if (portions.isEmpty()) {
            portions.add(new Portion());
        }
        for (ArchiveEntry folder : folders) {
            boolean taken = false;
            for (Portion portion : portions) {
                taken |= portion.takeFolder(folder);
            }
            if (!taken) {
                portions.stream()
                        .min(Comparator.comparingLong(Portion::bytes))
                        .orElseThrow()
                        .take(folder);
            }
        }
    }
}
