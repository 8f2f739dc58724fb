package app.lacuna.disc;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Which pieces go onto which disc, for discs that each can be opened alone.
 *
 * @param discs the pieces of each disc, in the order in which they were given
 * @param bound fewer discs are not possible for anybody
 * @param tooLarge what does not go onto a disc of this kind; then nothing is spread
 */
public record DiscSpread(List<List<Piece>> discs, int bound, List<Piece> tooLarge) {
    public DiscSpread {
        discs = discs.stream().map(List::copyOf).toList();
        tooLarge = List.copyOf(tooLarge);
    }

    /**
     * As few discs as are found, and folders together where that costs none.
     *
     * @param room for pieces on a disc, in bytes
     */
    public static DiscSpread of(List<Piece> pieces, long room) {
        List<Piece> tooLarge = pieces.stream().filter(piece -> piece.bytes() > room).toList();
        if (!tooLarge.isEmpty()) {
            return new DiscSpread(List.of(), 0, tooLarge);
        }
        long[] sizes = pieces.stream().mapToLong(Piece::bytes).toArray();
        int bound = Bins.bound(sizes, room);
        List<List<Piece>> best = onto(pieces.stream().map(List::of).toList(), room);
        int deepest = pieces.stream().mapToInt(piece -> level(piece.path())).max().orElse(0);
        for (int level = 1; level <= deepest; level++) {
            List<List<Piece>> together = onto(folders(pieces, level, room), room);
            if (together.size() <= best.size()) {
                best = together;
                break;
            }
        }
        return new DiscSpread(inOrder(best, pieces), bound, List.of());
    }

    private static int level(String path) {
        return (int) path.chars().filter(c -> c == '/').count();
    }

    /** What lies in the same folder at this level, unless that is too much for a disc. */
    private static List<List<Piece>> folders(List<Piece> pieces, int level, long room) {
        Map<String, List<Piece>> byFolder = new LinkedHashMap<>();
        for (Piece piece : pieces) {
            byFolder.computeIfAbsent(folder(piece.path(), level), f -> new ArrayList<>())
                    .add(piece);
        }
        List<List<Piece>> units = new ArrayList<>();
        for (List<Piece> unit : byFolder.values()) {
            if (bytes(unit) <= room) {
                units.add(unit);
            } else {
                units.addAll(split(unit, level, room));
            }
        }
        return units;
    }

    /** Folder by folder below, down to single pieces. */
    private static List<List<Piece>> split(List<Piece> unit, int level, long room) {
        boolean isDeeper = unit.stream().anyMatch(piece -> level(piece.path()) > level);
        return isDeeper ? folders(unit, level + 1, room) : unit.stream().map(List::of).toList();
    }

    private static String folder(String path, int level) {
        int end = -1;
        for (int i = 0; i < level; i++) {
            int next = path.indexOf('/', end + 1);
            if (next < 0) {
                return end < 0 ? path : path.substring(0, end + 1);
            }
            end = next;
        }
        return path.substring(0, end + 1);
    }

    private static List<List<Piece>> onto(List<List<Piece>> units, long room) {
        long[] sizes = units.stream().mapToLong(DiscSpread::bytes).toArray();
        List<List<Piece>> discs = new ArrayList<>();
        for (List<Integer> bin : Bins.fill(sizes, room)) {
            List<Piece> disc = new ArrayList<>();
            bin.forEach(unit -> disc.addAll(units.get(unit)));
            discs.add(disc);
        }
        return discs;
    }

    private static long bytes(List<Piece> pieces) {
        return pieces.stream().mapToLong(Piece::bytes).sum();
    }

    /** On each disc as they were given, and the disc with the first of them first. */
    private static List<List<Piece>> inOrder(List<List<Piece>> discs, List<Piece> pieces) {
        Map<String, Integer> places = new LinkedHashMap<>();
        for (int i = 0; i < pieces.size(); i++) {
            places.put(pieces.get(i).path(), i);
        }
        Comparator<Piece> asGiven = Comparator.comparing(piece -> places.get(piece.path()));
        return discs.stream()
                .map(disc -> disc.stream().sorted(asGiven).toList())
                .sorted(Comparator.comparing(disc -> disc.get(0), asGiven))
                .toList();
    }

    /** How full the discs are, of a hundred: the bytes of all pieces beside the room of all. */
    public double fullness(long room) {
        long[] bytes = discs.stream().mapToLong(DiscSpread::bytes).toArray();
        return discs.isEmpty() ? 0 : 100.0 * Arrays.stream(bytes).sum() / (room * discs.size());
    }
}
