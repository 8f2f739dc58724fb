package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.Words;
import app.lacuna.rounds.RoundStore;
import java.nio.file.Path;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.value.ObservableIntegerValue;
import javafx.beans.value.ObservableValue;
import javafx.scene.layout.Region;

/** Jobs that are done again and again: what each run has left, what is due, putting back. */
public final class RoundsPlace implements Place {
    private final RoundsPageModel model;
    private final RoundsView view;
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyStringWrapper note = new ReadOnlyStringWrapper("");

    /**
     * @param startFolder where generations are proposed to go
     * @param lockMinutes without use, after which nothing is unlocked any more; 0 for never
     */
    public RoundsPlace(
            Services services,
            Navigator navigator,
            RoundStore store,
            Path startFolder,
            ObservableIntegerValue lockMinutes) {
        model =
                new RoundsPageModel(
                        services.life().inner(),
                        services.clock(),
                        store,
                        startFolder,
                        lockMinutes,
                        services.made());
        view = new RoundsView(model, services, navigator);
        page.set(view.page());
        model.list().lines().addListener((property, before, now) -> writeNote());
    }

    private void writeNote() {
        long due =
                model.list().lines().get().stream().filter(line -> line.isDue(model.now())).count();
        note.set(due == 0 ? "" : Words.text("backup.place.due", due));
    }

    @Override
    public String id() {
        return "rounds";
    }

    @Override
    public String title() {
        return Words.text("place.rounds");
    }

    @Override
    public ObservableValue<String> note() {
        return note.getReadOnlyProperty();
    }

    @Override
    public ObservableValue<Region> page() {
        return page.getReadOnlyProperty();
    }

    @Override
    public void focusFirst() {
        model.look();
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
        return false; // dropped files are packed, unless they are dropped onto the empty page
    }

    @Override
    public void take(List<Path> paths) {
        throw new IllegalStateException("takes nothing");
    }

    @Override
    public boolean stopAsking() {
        return view.stopAsking();
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
    public void leave(Runnable showing, Runnable goOn) {
        if (model.withUnknownPassword().isEmpty()) {
            goOn.run();
            return;
        }
        showing.run();
        view.askAboutPassword(goOn);
    }

    @Override
    public List<PlaceKey> keys() {
        return List.of(
                PlaceKey.of("F5", Words.text("key.look.does"), view::lookAgain),
                PlaceKey.of("Ctrl+M", Words.text("key.make.does"), view::make),
                PlaceKey.of("Ctrl+Shift+R", Words.text("backup.key.run"), view::run));
    }

    @Override
    public void end() {
        view.end();
        model.end();
    }
}
