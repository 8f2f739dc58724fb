package app.lacuna.forecast;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.time.Duration;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;

/**
 * Forecasts the size of an archive from samples of the real files, packed by the real method at the
 * real level. Call {@link #look} as often as there is time: each call goes on where the one before
 * has stopped, and looks where most is uncertain. One thread at a time.
 */
public final class Forecaster {
    /** Nineteen times out of twenty the truth lies within two standard errors. */
    private static final double STANDARD_ERRORS = 2.2;

    /** For what the samples can not show: where blocks begin, how the dictionary carries over. */
    private static final double ALWAYS_UNCERTAIN = 0.004;

    private static final double SETTLED_BELOW = 0.01;

    private final FileSelection selection;
    private final Sample sample;
    private final HeaderBytes headers;
    private final PackingSpeed speed;
    private final Map<String, Stratum> strata = new TreeMap<>();
    private final long overhead;
    private final long links;

    public Forecaster(FileSelection selection, PackOptions options) {
        this.selection = selection;
        this.sample = new Sample(options);
        this.headers = new HeaderBytes(options);
        this.speed = new PackingSpeed(options);
        long all = headers.ofArchive();
        long linkBytes = 0;
        for (FileItem item : selection.items()) {
            all += headers.of(item);
            if (item.kind() == ItemKind.FILE && item.size() > 0) {
                strata.computeIfAbsent(key(item), key -> new Stratum()).add(item);
            } else {
                linkBytes += item.size();
            }
        }
        this.overhead = all;
        this.links = linkBytes;
        Random random = new Random(1);
        strata.values().forEach(stratum -> stratum.shuffle(random));
    }

    /** The ending of the name, and the size in steps of eight. */
    private static String key(FileItem item) {
        String path = item.path();
        int dot = path.lastIndexOf('.');
        String ending =
                dot > path.lastIndexOf('/') + 1
                        ? path.substring(dot).toLowerCase(java.util.Locale.ROOT)
                        : "";
        return ending + " " + (63 - Long.numberOfLeadingZeros(item.size())) / 3;
    }

    /** Looks at samples for about this long, on all processors. */
    public Forecast look(Duration budget, CancelToken cancel) throws IOException {
        long end = System.nanoTime() + budget.toNanos();
        try (Workers workers = Workers.start()) {
            while (System.nanoTime() < end) {
                List<Stratum> round = mostUncertain();
                if (round.isEmpty()) {
                    break;
                }
                measure(round, workers, cancel, end);
            }
        }
        return forecast();
    }

    /** Each that has not been looked at first; then those that matter most. */
    private List<Stratum> mostUncertain() {
        return strata.values().stream()
                .filter(stratum -> !stratum.isDone() && stratum.uncertainty() > 0)
                .sorted(Comparator.comparingDouble(Stratum::uncertainty).reversed())
                .limit(16)
                .toList();
    }

    private record Measured(Stratum stratum, Sample.Result result, long nanos) {}

    private void measure(List<Stratum> round, Workers workers, CancelToken cancel, long end)
            throws IOException {
        try (InOrder<Optional<Measured>> order =
                new InOrder<>(workers, 8L * workers.count(), done -> done.ifPresent(this::take))) {
            for (Stratum stratum : round) {
                for (int i = 0; i < 4 && !stratum.isDone(); i++) {
                    Sample.Place place = stratum.takeNext();
                    order.submit(
                            1,
                            () -> {
                                cancel.check();
                                if (System.nanoTime() > end) {
                                    return Optional.empty();
                                }
                                long start = System.nanoTime();
                                Sample.Result result = sample.measure(place);
                                return Optional.of(
                                        new Measured(stratum, result, System.nanoTime() - start));
                            });
                }
            }
            order.finish();
        }
    }

    private void take(Measured measured) {
        measured.stratum().measured(measured.result());
        speed.measured(measured.result().plain(), measured.nanos());
    }

    private Forecast forecast() {
        double expected = overhead + links;
        double variance = 0;
        for (Stratum stratum : strata.values()) {
            expected += stratum.expected();
            variance += Math.pow(stratum.standardError(), 2);
        }
        double spread = STANDARD_ERRORS * Math.sqrt(variance);
        boolean known = strata.values().stream().allMatch(Stratum::isKnown);
        double width = spread + (expected - overhead) * ALWAYS_UNCERTAIN;
        SizeRange size =
                new SizeRange(
                        Math.max(overhead, (long) (expected - width)),
                        (long) expected,
                        (long) (expected + width));
        return new Forecast(
                size,
                speed.time(selection, (long) expected),
                known || size.relativeWidth() < SETTLED_BELOW,
                this::of);
    }

    private SizeRange of(FileItem item) {
        Stratum stratum =
                item.kind() == ItemKind.FILE && item.size() > 0 ? strata.get(key(item)) : null;
        return stratum == null ? SizeRange.exactly(item.size()) : stratum.of(item);
    }
}
