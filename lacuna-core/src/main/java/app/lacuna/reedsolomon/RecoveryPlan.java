package app.lacuna.reedsolomon;

import app.lacuna.reedsolomon.RecoveryHeader.Kind;
import app.lacuna.reedsolomon.RecoveryHeader.SetId;
import java.util.List;
import java.util.Optional;

/** How much recovery data there is to be, and how it is laid out. */
public final class RecoveryPlan {
    /** Of a set, those for recovery included. */
    public static final int MAX_DISCS = Code.MAX_SHARDS;

    /** More parity shards take longer and repair no longer scratches. */
    private static final int MOST_PARITY = 16;

    /** More recovery data than data brings nothing that another copy would not. */
    private static final int MOST_OF_DATA = 1;

    private RecoveryPlan() {}

    /**
     * As much as there is room for, for a disc by itself.
     *
     * @param bytes of the disc that are to be covered, whole sectors
     * @param room in bytes behind them
     * @return empty if there is too little room for any
     */
    public static Optional<RecoveryHeader> withinDisc(
            SetId setId, int disc, int discs, long bytes, long room) {
        long sectors = bytes / Sector.BYTES;
        Optional<RecoveryHeader> best = Optional.empty();
        for (int parity = MOST_PARITY; parity >= 1; parity--) {
            Optional<RecoveryHeader> plan =
                    withParity(setId, disc, discs, sectors, room / Sector.BYTES, parity);
            boolean better =
                    plan.isPresent()
                            && (best.isEmpty()
                                    || plan.get().longestScratchBytes()
                                            > best.get().longestScratchBytes() * 11 / 10);
            if (better) {
                best = plan;
            }
        }
        return best;
    }

    private static Optional<RecoveryHeader> withParity(
            SetId setId, int disc, int discs, long sectors, long room, int parity) {
        long most = Math.min(room, MOST_OF_DATA * sectors);
        if (most < 1 || sectors < 1) {
            return Optional.empty();
        }
        long fewest = Math.max(parity, (sectors * parity + most - 1) / most);
        for (long data = fewest; data + parity <= Code.MAX_SHARDS; data++) {
            long stripes = (sectors + data - 1) / data;
            RecoveryHeader plan =
                    new RecoveryHeader(
                            RecoveryHeader.VERSION,
                            Kind.THIS_DISC,
                            setId,
                            disc,
                            discs,
                            (int) data,
                            parity,
                            stripes,
                            sectors,
                            sectors,
                            parity * stripes,
                            List.of());
            if (plan.fileSectors() <= room) {
                return Optional.of(plan);
            }
        }
        return Optional.empty();
    }

    /** How many bytes the file on a disc of a set takes that others can replace. */
    public static long bytesOnDataDisc(long bytes) {
        return ofSet(new SetId(0, 0), 1, List.of(bytes), 1).fileBytes();
    }

    /**
     * The file of a disc that others can replace.
     *
     * @param disc its number, from 1
     * @param lengths how many bytes of each disc are covered, whole sectors
     * @param parity how many discs there are for recovery
     */
    public static RecoveryHeader ofSet(SetId setId, int disc, List<Long> lengths, int parity) {
        return ofSet(RecoveryHeader.VERSION, setId, disc, lengths, parity);
    }

    /**
     * @param version of the set that it belongs to
     */
    static RecoveryHeader ofSet(
            int version, SetId setId, int disc, List<Long> lengths, int parity) {
        long sectors = lengths.get(disc - 1) / Sector.BYTES;
        return new RecoveryHeader(
                version,
                Kind.OF_A_SET,
                setId,
                disc,
                lengths.size() + parity,
                lengths.size(),
                parity,
                stripes(lengths),
                sectors,
                sectors,
                0,
                List.of());
    }

    /**
     * The file of a disc for recovery.
     *
     * @param number among those for recovery, from 1
     * @param fileSector where on that disc the file begins
     */
    public static RecoveryHeader forSet(
            SetId setId, int number, List<Long> lengths, int parity, long fileSector) {
        return new RecoveryHeader(
                RecoveryHeader.VERSION,
                Kind.FOR_A_SET,
                setId,
                lengths.size() + number,
                lengths.size() + parity,
                lengths.size(),
                parity,
                stripes(lengths),
                0,
                fileSector,
                stripes(lengths),
                lengths.stream().map(length -> length / Sector.BYTES).toList());
    }

    private static long stripes(List<Long> lengths) {
        return lengths.stream().mapToLong(Long::longValue).max().orElseThrow() / Sector.BYTES;
    }
}
