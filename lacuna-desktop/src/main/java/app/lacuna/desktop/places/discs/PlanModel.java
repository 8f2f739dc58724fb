package app.lacuna.desktop.places.discs;

import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLoad;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.DiscTable;
import app.lacuna.forecast.Forecast;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;

/** How many discs it takes, for all kinds, as well as it is known at the moment. */
final class PlanModel {
    private final ObservableValue<Cargo> cargo;
    private final DiscsForm form;
    private final ForecastModel forecast;
    private final Job counting;
    private final ReadOnlyObjectWrapper<Optional<DiscTable>> table =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    PlanModel(Lifetime life, ObservableValue<Cargo> cargo, DiscsForm form, ForecastModel forecast) {
        this.cargo = cargo;
        this.form = form;
        this.forecast = forecast;
        counting = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        InvalidationListener changed = property -> count();
        cargo.addListener(changed);
        forecast.seen().addListener(changed);
        form.spread().addListener(changed);
        form.recovery().addListener(changed);
        form.kind().addListener(changed);
        form.options().addListener(changed);
    }

    private void count() {
        Cargo now = cargo.getValue();
        if (!now.isThere()) {
            counting.forget();
            table.set(Optional.empty());
            return;
        }
        Supplier<DiscLoad> load = load(now);
        DiscOrder order = form.order();
        List<DiscKind> kinds = new ArrayList<>(DiscKind.ALL);
        if (!kinds.contains(order.kind())) {
            kinds.add(order.kind());
        }
        counting.start((listener, cancel) -> DiscTable.of(load.get(), order, kinds), this::counted);
    }

    /** Made in the background: of a million files it takes a moment. */
    private Supplier<DiscLoad> load(Cargo now) {
        if (now instanceof Cargo.Archive archive) {
            return () -> DiscLoad.of(archive.listing());
        }
        Cargo.Files files = (Cargo.Files) now;
        var options = form.options().get();
        Optional<Forecast> seen = forecast.seen().get().map(ForecastModel.Seen::forecast);
        return () -> DiscLoad.of(files.selection(), options, seen);
    }

    private void counted(Outcome<DiscTable> outcome) {
        outcome.match(
                done -> table.set(Optional.of(done)),
                () -> {},
                cause -> {
                    table.set(Optional.empty()); // whoever writes the discs is told why
                });
    }

    /** Empty while nothing is chosen. */
    ReadOnlyObjectProperty<Optional<DiscTable>> table() {
        return table.getReadOnlyProperty();
    }

    /** For the kind that is chosen, with the recovery that is. */
    Optional<DiscTable.Count> count(DiscTable of) {
        return of.row(form.kind().get()).flatMap(row -> row.of(form.recovery().get()));
    }
}
