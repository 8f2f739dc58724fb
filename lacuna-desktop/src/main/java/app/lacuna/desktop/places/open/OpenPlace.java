package app.lacuna.desktop.places.open;

import app.lacuna.common.Secret;
import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.Words;
import app.lacuna.rounds.OpenHistory;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.layout.Region;

/** The Open place: unlock an archive, look inside, take out, change, lock. */
public final class OpenPlace implements Place {
    private final OpenViewModel model;
    private final OpenView view;
    private final OpenSettings settings;
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();

    public OpenPlace(Services services, OpenHistory history) {
        settings = new OpenSettings(services.settings(), services.dialogs());
        model =
                new OpenViewModel(
                        services.life().inner(),
                        history,
                        settings,
                        services.programs(),
                        services.clock(),
                        services.made());
        view = new OpenView(model, services.popovers(), services.dialogs(), services.clipboard());
        page.set(view.page());
    }

    public OpenViewModel model() {
        return model;
    }

    @Override
    public String id() {
        return "open";
    }

    @Override
    public String title() {
        return Words.text("place.open");
    }

    @Override
    public ObservableValue<Region> page() {
        return page.getReadOnlyProperty();
    }

    @Override
    public void focusFirst() {
        view.focusFirst();
    }

    @Override
    public void find() {
        view.find();
    }

    @Override
    public void primary() {
        view.primary();
    }

    @Override
    public boolean cancel() {
        return view.cancel();
    }

    @Override
    public boolean accepts(List<Path> paths) {
        return IncomingFiles.areTaken(paths);
    }

    @Override
    public void take(List<Path> paths) {
        model.open(paths);
    }

    /** Everything in it is taken out beside it, as soon as it is open. */
    public void unpack(List<Path> paths) {
        model.unpack(paths);
    }

    public void look(Path archive, Secret password) {
        model.open(archive, password);
    }

    /** Newer files are put into it as changes, once it is open. */
    public void change(Path archive, Map<String, Path> newer) {
        model.open(archive, newer);
    }

    /** Asks for an archive with the system's dialog. */
    public void choose() {
        view.choose();
    }

    @Override
    public void leave(Runnable showing, Runnable goOn) {
        if (model.leaving().asksBeforeClosing()) {
            showing.run();
        }
        model.leave(
                Leaving.CLOSE_THE_WINDOW,
                () -> {
                    model.closeNow();
                    goOn.run();
                });
    }

    @Override
    public boolean stopAsking() {
        boolean asked = model.leaving().asked().get() == Leaving.CLOSE_THE_WINDOW;
        if (asked) {
            model.leaving().stay();
        }
        return asked;
    }

    @Override
    public void lock() {
        model.lock();
    }

    @Override
    public void touched() {
        model.touched();
    }

    @Override
    public List<PlaceKey> keys() {
        return List.of(
                PlaceKey.everywhere("Ctrl+O", Words.text("key.open.does"), view::choose),
                new PlaceKey("Ctrl+V", Optional.of(Words.text("key.paste.open")), view::paste),
                new PlaceKey("Enter", Optional.of(Words.text("key.tick.does")), () -> false),
                new PlaceKey("Space", Optional.of(Words.text("key.view.does")), () -> false),
                new PlaceKey("F2", Optional.of(Words.text("key.rename.does")), () -> false),
                new PlaceKey("Delete", Optional.of(Words.text("key.remove.does")), () -> false));
    }

    @Override
    public List<Setting<?>> settings() {
        return settings.all();
    }

    @Override
    public void end() {
        view.end();
        model.closeNow();
    }
}
