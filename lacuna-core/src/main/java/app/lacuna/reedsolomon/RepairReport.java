package app.lacuna.reedsolomon;

import java.util.List;

/**
 * What became of a disc.
 *
 * @param repaired how many sectors were lost and are there again
 * @param beyondRepair stretches that stay lost, in bytes of the disc; zeros in what was written
 */
public record RepairReport(int disc, long repaired, List<Stretch> beyondRepair) {
    /** Some bytes of a disc. */
    public record Stretch(long position, long length) {}

    public RepairReport {
        beyondRepair = List.copyOf(beyondRepair);
    }

    public boolean isWhole() {
        return beyondRepair.isEmpty();
    }
}
