package app.lacuna.desktop.places.pack;

import app.lacuna.archive.PackOptions;
import app.lacuna.exposure.Exposure;
import app.lacuna.selection.FileSelection;
import java.time.Clock;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;

/** What a stranger would see of what is chosen, as soon as it changes. */
public final class ExposureModel {
    /** More lines nobody reads; a million of them would take too long to list. */
    private static final int LINES = 200;

    private final ReadOnlyObjectWrapper<Exposure> exposure = new ReadOnlyObjectWrapper<>();
    private final ObservableValue<FileSelection> selection;
    private final ObservableValue<PackOptions> options;
    private final ObservableValue<String> name;
    private final Clock clock;

    ExposureModel(
            ObservableValue<FileSelection> selection,
            ObservableValue<PackOptions> options,
            ObservableValue<String> name,
            Clock clock) {
        this.selection = selection;
        this.options = options;
        this.name = name;
        this.clock = clock;
        InvalidationListener changed = property -> compute();
        selection.addListener(changed);
        options.addListener(changed);
        name.addListener(changed);
        compute();
    }

    private void compute() {
        exposure.set(with(options.getValue()));
    }

    /** As it would be in another form. */
    Exposure with(PackOptions other) {
        FileSelection all = selection.getValue();
        FileSelection some =
                all.items().size() <= LINES
                        ? all
                        : new FileSelection(
                                all.items().subList(0, LINES),
                                all.leftOut(),
                                all.renamed(),
                                all.linkRoots());
        return Exposure.of(some, other, name.getValue(), false, clock);
    }

    /** Its entries are at most the first {@value #LINES}. */
    public ReadOnlyObjectProperty<Exposure> exposure() {
        return exposure.getReadOnlyProperty();
    }
}
