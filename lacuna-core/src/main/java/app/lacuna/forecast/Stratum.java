package app.lacuna.forecast;

import app.lacuna.selection.FileItem;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Files that can be expected to pack alike: of one kind and of about one size. What is measured of
 * some of them is carried over to the rest by the ratio estimator of sampling theory, with the
 * spread that was seen among the samples.
 */
final class Stratum {
    /** With fewer samples the spread among them says too little. */
    private static final int ENOUGH_SAMPLES = 4;

    /** What the packed size of unseen files is taken to vary by, where nothing is known yet. */
    private static final double UNKNOWN_SPREAD = 0.3;

    private final List<Sample.Place> unmeasured = new ArrayList<>();
    private final Map<FileItem, Long> exact = new HashMap<>();
    private final List<double[]> samples = new ArrayList<>();
    private long bytes;
    private long measuredBytes;
    private long measuredPacked;

    void add(FileItem item) {
        bytes += item.size();
        unmeasured.addAll(Sample.places(item));
    }

    /** In an order that does not depend on names. */
    void shuffle(Random random) {
        java.util.Collections.shuffle(unmeasured, random);
    }

    boolean isDone() {
        return unmeasured.isEmpty();
    }

    /** Whether all of it has been looked at. */
    boolean isKnown() {
        return measuredBytes >= bytes;
    }

    long bytes() {
        return bytes;
    }

    /** How much is still uncertain: where looking next pays most. */
    double uncertainty() {
        return standardError();
    }

    Sample.Place takeNext() {
        return unmeasured.remove(unmeasured.size() - 1);
    }

    void measured(Sample.Result result) {
        if (result.wholeFile()) {
            exact.put(result.item(), result.packed());
        }
        measuredBytes += result.plain();
        measuredPacked += result.packed();
        samples.add(new double[] {result.plain(), result.packed()});
    }

    private double ratio() {
        return measuredBytes == 0 ? 0.7 : (double) measuredPacked / measuredBytes;
    }

    double expected() {
        return measuredPacked + ratio() * Math.max(0, bytes - measuredBytes);
    }

    /** Of the total, in bytes: Cochran, "Sampling Techniques", ratio estimator, chapter 6. */
    double standardError() {
        long rest = Math.max(0, bytes - measuredBytes);
        if (rest == 0) {
            return 0;
        }
        double unknown = UNKNOWN_SPREAD * rest / Math.sqrt(1 + samples.size());
        if (samples.size() < 2) {
            return unknown;
        }
        double ratio = ratio();
        double squares = 0;
        for (double[] sample : samples) {
            double off = sample[1] - ratio * sample[0];
            squares += off * off;
        }
        int n = samples.size();
        double mean = (double) measuredBytes / n;
        double perSample = Math.sqrt(squares / (n - 1.0));
        double spread = perSample / mean * rest / Math.sqrt(n);
        return n < ENOUGH_SAMPLES ? Math.max(spread, unknown / 3) : spread;
    }

    SizeRange of(FileItem item) {
        Long known = exact.get(item);
        if (known != null) {
            return SizeRange.exactly(known);
        }
        double ratio = ratio();
        double spread = samples.size() < 2 ? UNKNOWN_SPREAD : deviation(ratio);
        long expected = (long) (ratio * item.size());
        long low = (long) (Math.max(0, ratio - 2 * spread) * item.size());
        long high = (long) (Math.min(1, ratio + 2 * spread) * item.size());
        return new SizeRange(Math.min(low, expected), expected, Math.max(high, expected));
    }

    /** Of the ratio from file to file. */
    private double deviation(double ratio) {
        double squares = 0;
        for (double[] sample : samples) {
            double off = sample[1] / Math.max(1, sample[0]) - ratio;
            squares += off * off;
        }
        return Math.sqrt(squares / (samples.size() - 1.0));
    }
}
