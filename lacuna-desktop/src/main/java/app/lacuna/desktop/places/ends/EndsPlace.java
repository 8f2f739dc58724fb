package app.lacuna.desktop.places.ends;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The loose ends: a box in the margin as long as there are some, and their page. */
public final class EndsPlace implements Place {
    private static final double BOX_PADDING = 24;

    private final EndsPageModel model;
    private final EndsView view;
    private final Services services;
    private final Button box = new Button();
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();

    public EndsPlace(Services services, Navigator navigator) {
        this.services = services;
        model = new EndsPageModel(services.life().inner(), services.ends(), services.clock());
        view = new EndsView(model, services, navigator);
        page.set(view.page());
        box.setId("place-ends");
        box.getStyleClass().setAll("ends-box");
        box.setMaxSize(Double.MAX_VALUE, Region.USE_PREF_SIZE);
        box.setMinHeight(Region.USE_PREF_SIZE);
        services.ends().seen().addListener((property, before, now) -> writeBox());
        services.clipboard().left().addListener((property, before, now) -> writeBox());
        box.managedProperty().bind(box.visibleProperty());
        writeBox();
    }

    private void writeBox() {
        int count = model.count() + (services.clipboard().left().get() > 0 ? 1 : 0);
        String title = Words.text("ends.box.title", count);
        String line = Words.text("ends.box.line", Sizes.inWords(services.ends().bytes()));
        box.setVisible(count > 0);
        box.setAccessibleText(title + ". " + line);
        box.setGraphic(
                new VBox(
                        2, Page.label(title, "ends-box-title"), Page.label(line, Styles.READABLE)));
    }

    @Override
    public String id() {
        return "ends";
    }

    @Override
    public String title() {
        return Words.text("place.ends");
    }

    @Override
    public Optional<Button> marginBox() {
        return Optional.of(box);
    }

    @Override
    public ObservableValue<Region> page() {
        return page.getReadOnlyProperty();
    }

    @Override
    public void focusFirst() {
        services.ends().look();
        view.focusFirst();
    }

    @Override
    public void primary() {
        view.primary();
    }

    @Override
    public boolean cancel() {
        boolean asking = model.clearing().pending().get().isPresent();
        if (asking && !model.clearing().clearing().running().get()) {
            model.clearing().forget();
        }
        return asking;
    }

    @Override
    public List<PlaceKey> keys() {
        return List.of(
                PlaceKey.everywhere("Ctrl+E", Words.text("key.ends.does"), () -> {}),
                PlaceKey.of("F5", Words.text("key.look.does"), services.ends()::look));
    }

    @Override
    public boolean accepts(List<Path> paths) {
        return false;
    }

    @Override
    public void take(List<Path> paths) {
        throw new IllegalStateException("takes nothing");
    }

    @Override
    public void end() {
        model.clearing().clearing().cancel();
    }
}
