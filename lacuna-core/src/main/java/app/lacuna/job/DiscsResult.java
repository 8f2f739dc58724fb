package app.lacuna.job;

import app.lacuna.disc.DiscFacts;
import app.lacuna.disc.DiscOrder;
import app.lacuna.verify.ProofReport.ReadBack;
import java.nio.file.Path;
import java.util.List;

/**
 * A set of discs, as images.
 *
 * @param bound fewer discs for the archive are not possible for anybody
 * @param fullness how full those are that open alone, of a hundred
 * @param readBack where the images were read from to be checked
 */
public record DiscsResult(
        DiscOrder order, List<Disc> discs, int bound, double fullness, ReadBack readBack) {
    public DiscsResult {
        discs = List.copyOf(discs);
    }

    /**
     * One of them.
     *
     * @param bytes of the image
     * @param archiveBytes what it has of the archive
     * @param paths inside its archive if it opens alone
     */
    public record Disc(
            Path image, DiscFacts facts, long bytes, long archiveBytes, List<String> paths) {
        public Disc {
            paths = List.copyOf(paths);
        }
    }

    public long bytes() {
        return discs.stream().mapToLong(Disc::bytes).sum();
    }

    public List<Path> images() {
        return discs.stream().map(Disc::image).toList();
    }
}
