package app.lacuna.disc;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A kind of disc, with what it really holds. The names on the boxes count a little differently for
 * each kind.
 *
 * @param name as the command line has it, empty for a size of one's own
 * @param sectors of 2,048 bytes
 */
public record DiscKind(String name, long sectors) {
    public static final int SECTOR_BYTES = 2048;

    /** ECMA-130: 75 sectors a second, for 74 minutes. */
    public static final DiscKind CD_650 = new DiscKind("cd-650", 74 * 60 * 75);

    /** The same for nearly 80 minutes; how nearly is common practice, from memory. */
    public static final DiscKind CD_700 = new DiscKind("cd", 359_844);

    /** ECMA-349; ECMA-359 has 3,392 sectors more. From memory. */
    public static final DiscKind DVD = new DiscKind("dvd", 2_295_104);

    /** Two layers: ECMA-382; ECMA-364 has 2,112 sectors more. From memory. */
    public static final DiscKind DVD_DUAL = new DiscKind("dvd-dual", 4_171_712);

    /** Recordable once, without spare areas; no public standard, from memory. */
    public static final DiscKind BLU_RAY = new DiscKind("bluray", 12_219_392);

    /** The same with two layers. */
    public static final DiscKind BLU_RAY_DUAL = new DiscKind("bluray-dual", 24_438_784);

    /** Those with a name, by size. */
    public static final List<DiscKind> ALL =
            List.of(CD_650, CD_700, DVD, DVD_DUAL, BLU_RAY, BLU_RAY_DUAL);

    /** A stick, or an image of any size; a sector that would not be whole is left out. */
    public static DiscKind ofBytes(long bytes) {
        return new DiscKind("", bytes / SECTOR_BYTES);
    }

    /** The one that holds exactly as much, with its name if it has one. */
    public static DiscKind ofSectors(long sectors) {
        return ALL.stream()
                .filter(kind -> kind.sectors() == sectors)
                .findFirst()
                .orElse(new DiscKind("", sectors));
    }

    public static Optional<DiscKind> named(String name) {
        String wanted = name.toLowerCase(Locale.ROOT);
        return ALL.stream().filter(kind -> kind.name().equals(wanted)).findFirst();
    }

    public long bytes() {
        return sectors * SECTOR_BYTES;
    }
}
