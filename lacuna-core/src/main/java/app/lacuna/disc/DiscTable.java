package app.lacuna.disc;

import app.lacuna.disc.DiscFacts.Spread;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How many discs of each kind it takes, all kinds beside each other.
 *
 * @param recovery of the last column: what was asked for, or one disc
 */
public record DiscTable(List<Row> rows, Recovery recovery) {
    public DiscTable {
        rows = List.copyOf(rows);
    }

    /**
     * A number of discs, those for recovery included.
     *
     * @param tooLarge how many files are larger than a disc: then there is no number
     */
    public record Count(int fewest, int most, int tooLarge) {
        public boolean isPossible() {
            return tooLarge == 0 && most > 0;
        }

        public boolean isExact() {
            return fewest == most;
        }

        private Count with(int recoveryDiscs) {
            return isPossible() ? new Count(fewest + recoveryDiscs, most + recoveryDiscs, 0) : this;
        }
    }

    /**
     * One kind of disc.
     *
     * @param asItIs without compression
     * @param packed empty as long as there is no forecast
     * @param bound fewer discs, those for recovery not counted, are not possible for anybody; 0 as
     *     long as there is no number
     */
    public record Row(
            DiscKind kind,
            Count asItIs,
            Optional<Count> packed,
            Optional<Count> withRecovery,
            int bound) {
        /** With what was asked for. */
        public Optional<Count> of(Recovery recovery) {
            return recovery.kind() == Recovery.Kind.NONE ? packed : withRecovery;
        }
    }

    /**
     * @param order of which the kind does not matter
     */
    public static DiscTable of(DiscLoad load, DiscOrder order, List<DiscKind> kinds)
            throws IOException {
        Recovery recovery =
                order.recovery().kind() == Recovery.Kind.NONE
                        ? Recovery.ONE_DISC
                        : order.recovery();
        DiscRoom room = DiscRoom.beside(order, load.form(), load.namesOnAll(order.spread()));
        List<Row> rows = new ArrayList<>();
        for (DiscKind kind : kinds) {
            Counting plain = new Counting(load, order.spread(), room.of(kind, Recovery.NONE));
            Counting safe = new Counting(load, order.spread(), room.of(kind, recovery));
            rows.add(
                    new Row(
                            kind,
                            plain.of(load.asItIs(), load.asItIs()),
                            plain.packed(),
                            safe.packed().map(count -> count.with(recovery.discs())),
                            plain.bound()));
        }
        return new DiscTable(rows, recovery);
    }

    /** The row of a kind, if it is in the table. */
    public Optional<Row> row(DiscKind kind) {
        return rows.stream().filter(row -> row.kind().equals(kind)).findFirst();
    }

    private record Counting(DiscLoad load, Spread spread, long room) {
        Optional<Count> packed() {
            return load.fewest().map(fewest -> of(fewest, load.most().orElseThrow()));
        }

        Count of(DiscLoad.Sizes fewest, DiscLoad.Sizes most) {
            long free = room - load.beside();
            if (free <= 0) {
                return new Count(0, 0, 0);
            }
            if (spread == Spread.TOGETHER) {
                return new Count(discs(fewest.total()), discs(most.total()), 0);
            }
            int tooLarge = most.largerThan(free);
            if (tooLarge > 0) {
                return new Count(0, 0, tooLarge);
            }
            int few = Math.max(1, Bins.count(fewest.descending(), free));
            int many = fewest == most ? few : Math.max(1, Bins.count(most.descending(), free));
            return new Count(Math.min(few, many), many, 0);
        }

        int bound() {
            long free = room - load.beside();
            Optional<Count> count = packed().filter(Count::isPossible);
            if (count.isEmpty()) {
                return 0;
            }
            DiscLoad.Sizes least = load.fewest().orElseThrow();
            return spread == Spread.TOGETHER
                    ? discs(least.total())
                    : Math.max(1, Bins.bound(least.descending(), free));
        }

        private int discs(long bytes) {
            return (int) Math.max(1, (bytes + load.beside() + room - 1) / room);
        }
    }
}
