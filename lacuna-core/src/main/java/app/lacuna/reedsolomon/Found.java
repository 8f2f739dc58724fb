package app.lacuna.reedsolomon;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** Counts what is found of one disc; neighbouring stretches become one. */
final class Found {
    private final int disc;
    private final List<Long> lostSectors = new ArrayList<>();
    private long repaired;

    Found(int disc) {
        this.disc = disc;
    }

    void repaired() {
        repaired++;
    }

    void lost(long sector) {
        lostSectors.add(sector);
    }

    RepairReport report() {
        Collections.sort(lostSectors);
        List<RepairReport.Stretch> stretches = new ArrayList<>();
        for (int i = 0; i < lostSectors.size(); ) {
            int next = i + 1;
            while (next < lostSectors.size()
                    && lostSectors.get(next) == lostSectors.get(next - 1) + 1) {
                next++;
            }
            stretches.add(
                    new RepairReport.Stretch(
                            lostSectors.get(i) * Sector.BYTES, (long) (next - i) * Sector.BYTES));
            i = next;
        }
        return new RepairReport(disc, repaired, stretches);
    }
}
