package app.lacuna.desktop.parts.forecast;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.Forecaster;
import app.lacuna.forecast.SizeRange;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathTree;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;

/**
 * The forecast of what is chosen, in the form that is chosen: a first one soon, better ones while
 * nothing changes.
 */
public final class ForecastModel {
    private static final Duration FIRST_LOOK = Duration.ofMillis(900);
    private static final int LOOKS = 5;

    private final ObservableValue<FileSelection> selection;
    private final ObservableValue<PackOptions> options;
    private final Job looking;
    private final ReadOnlyObjectWrapper<Optional<Seen>> seen =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<Forecaster> forecaster = Optional.empty();
    private int looks;

    /**
     * @param folders what everything in a folder comes to, by the folder's path
     */
    public record Seen(Forecast forecast, Map<String, SizeRange> folders) {
        /** Of a file or a folder; empty where nothing is known of it. */
        public Optional<SizeRange> of(PathTree.Node<FileItem> node) {
            return node.isFolder()
                    ? Optional.ofNullable(folders.get(node.path()))
                    : node.value().map(forecast::of);
        }
    }

    public ForecastModel(
            Lifetime life,
            ObservableValue<FileSelection> selection,
            ObservableValue<PackOptions> options) {
        this.looking = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        this.selection = selection;
        this.options = options;
        selection.addListener((InvalidationListener) property -> begin()); // compares nothing
        options.addListener(
                (property, before, now) -> {
                    if (!before.withNote("").equals(now.withNote(""))) {
                        begin();
                    }
                });
    }

    /** A changed selection or form makes what was seen before worthless. */
    private void begin() {
        forecaster = Optional.empty();
        looks = 0;
        if (selection.getValue().items().isEmpty()) {
            looking.forget();
            seen.set(Optional.empty());
            return;
        }
        look();
    }

    private record Looked(Forecaster forecaster, Seen seen) {}

    private void look() {
        FileSelection what = selection.getValue();
        PackOptions how = options.getValue();
        Optional<Forecaster> before = forecaster;
        looking.start(
                (listener, cancel) -> {
                    Forecaster own = before.orElseGet(() -> new Forecaster(what, how));
                    Forecast forecast = own.look(FIRST_LOOK, cancel);
                    return new Looked(own, new Seen(forecast, folders(what, forecast)));
                },
                this::looked);
    }

    private void looked(Outcome<Looked> outcome) {
        outcome.match(
                done -> {
                    forecaster = Optional.of(done.forecaster());
                    seen.set(Optional.of(done.seen()));
                    if (!done.seen().forecast().settled() && ++looks < LOOKS) {
                        look();
                    }
                },
                () -> {},
                cause -> {}); // then there is none, as before
    }

    private static Map<String, SizeRange> folders(FileSelection what, Forecast forecast) {
        Map<String, long[]> sums = new HashMap<>();
        for (FileItem item : what.items()) {
            if (item.kind() == ItemKind.FOLDER) {
                continue;
            }
            SizeRange range = forecast.of(item);
            String path = item.path();
            for (int slash = path.lastIndexOf('/'); slash > 0; ) {
                path = path.substring(0, slash);
                long[] sum = sums.computeIfAbsent(path, key -> new long[3]);
                sum[0] += range.low();
                sum[1] += range.expected();
                sum[2] += range.high();
                slash = path.lastIndexOf('/');
            }
        }
        Map<String, SizeRange> ranges = new HashMap<>();
        sums.forEach((path, sum) -> ranges.put(path, new SizeRange(sum[0], sum[1], sum[2])));
        return ranges;
    }

    /** Empty while nothing is chosen, and until the first look is done. */
    public ReadOnlyObjectProperty<Optional<Seen>> seen() {
        return seen.getReadOnlyProperty();
    }
}
