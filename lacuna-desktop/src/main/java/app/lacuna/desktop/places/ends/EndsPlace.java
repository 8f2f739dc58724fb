package app.lacuna.desktop.places.ends;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.settings.Stored;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;

/** The loose ends: a box in the margin as long as there are some, and their page. */
public final class EndsPlace implements Place {
    private final EndsPageModel model;
    private final EndsView view;
    private final Services services;
    private final Setting<Boolean> remember;
    private final EndsBox box = new EndsBox();
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();

    public EndsPlace(Services services, Navigator navigator) {
        this.services = services;
        remember =
                Stored.yesOrNo(
                        services.settings(),
                        "remember-readable",
                        true,
                        yes -> Words.text(yes ? "setting.until-cleared" : "setting.until-closed"));
        model = new EndsPageModel(services.life().inner(), services.ends(), services.clock());
        view = new EndsView(model, services, navigator);
        page.set(view.page());
        services.ends().seen().addListener((property, before, now) -> writeBox());
        services.ends().damaged().addListener((property, before, now) -> writeBox());
        services.clipboard().left().addListener((property, before, now) -> writeBox());
        writeBox();
    }

    private void writeBox() {
        int known = model.count() + (services.clipboard().left().get() > 0 ? 1 : 0);
        int damaged = services.ends().damaged().get().size();
        String line =
                known > 0
                        ? Words.text("ends.box.line", Sizes.inWords(services.ends().bytes()))
                        : Words.text("ends.box.damaged", damaged);
        box.show(known + damaged, Words.text("ends.box.title", known + damaged), line);
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

    /** A question goes, and with it the password that was typed into it. */
    @Override
    public void lock() {
        cancel();
    }

    @Override
    public List<PlaceKey> keys() {
        return List.of(
                PlaceKey.everywhere("Ctrl+E", Words.text("key.ends.does"), () -> {}),
                PlaceKey.of("F5", Words.text("key.look.does"), services.ends()::look));
    }

    @Override
    public void end() {
        model.clearing().clearing().cancel();
        if (!remember.value().get()) {
            services.ends().forgetAll();
        }
    }

    @Override
    public List<Setting<?>> settings() {
        return List.of(remember);
    }
}
