package app.lacuna.desktop.places.discs;

import app.lacuna.common.Secret;
import app.lacuna.desktop.shell.DiscsWanted;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.drive.BurnList;
import java.nio.file.Path;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.layout.Region;

/** Sets of discs: how many it takes, writing their images, burning them and reading them back. */
public final class DiscsPlace implements Place {
    private final DiscsModel model;
    private final DiscsView view;
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();

    /**
     * @param list of the sets that were begun before
     * @param startFolder where images are proposed before anything has been chosen
     */
    public DiscsPlace(Services services, BurnList list, Path startFolder) {
        model =
                new DiscsModel(
                        services.life().inner(),
                        services.clock(),
                        services.drive(),
                        list,
                        startFolder,
                        services.made());
        view = new DiscsView(model, services);
        page.set(view.page());
    }

    /**
     * What another place has prepared.
     *
     * @return whether there was nothing else under way
     */
    public boolean take(DiscsWanted wanted) {
        if (model.isBusy() || model.isPasswordUnknown()) {
            wanted.password().ifPresent(Secret::close);
            return false;
        }
        if (wanted.archive().isPresent()) {
            model.takeArchive(wanted.archive().get(), wanted.options(), wanted.password());
        } else {
            model.takeFiles(
                    new Cargo.Files(wanted.selection(), wanted.roots()),
                    wanted.options(),
                    wanted.password(),
                    wanted.made());
        }
        return true;
    }

    DiscsModel model() {
        return model;
    }

    @Override
    public String id() {
        return "discs";
    }

    @Override
    public String title() {
        return Words.text("place.discs");
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
    public void primary() {
        view.primary();
    }

    @Override
    public boolean cancel() {
        return view.cancel();
    }

    @Override
    public boolean accepts(List<Path> paths) {
        return !paths.isEmpty() && !model.isBusy() && !model.isPasswordUnknown();
    }

    @Override
    public void take(List<Path> paths) {
        if (!model.isPreparing()) {
            model.startAnew();
        }
        model.add(paths);
    }

    @Override
    public boolean stopAsking() {
        return view.stopAsking();
    }

    @Override
    public void lock() {
        model.forgetKnown();
        model.lock();
    }

    @Override
    public void leave(Runnable showing, Runnable goOn) {
        if (!model.isPasswordUnknown()) {
            goOn.run();
            return;
        }
        showing.run();
        view.askAboutPassword(goOn);
    }

    @Override
    public void end() {
        view.end();
        model.end();
    }
}
