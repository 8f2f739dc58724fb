package app.lacuna.desktop.places.help;

import app.lacuna.desktop.shell.KeyList;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.ui.KeyNames;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;

/** The guide, reached from every place at the section about it, and all keys. */
public final class HelpPlace implements Place {
    private final Runnable back;
    private final HelpView view;
    private final Button link =
            Page.link("place-help", Words.text("help.link", KeyNames.shown("F1")), () -> {});
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();

    /**
     * @param others whose keys are listed
     * @param back to where one was
     */
    public HelpPlace(List<Place> others, Runnable back) {
        this.back = back;
        List<Place> all = new ArrayList<>(others);
        all.add(this);
        view = new HelpView(Guide.in(Words.language()), () -> KeyList.of(all), back);
        page.set(view.page());
    }

    /** Shows the section of that name; what has none is explained at the beginning. */
    public void turnTo(String section) {
        view.turnTo(section);
    }

    @Override
    public String id() {
        return "help";
    }

    @Override
    public String title() {
        return Words.text("place.help");
    }

    @Override
    public Optional<Button> marginBox() {
        return Optional.of(link);
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
    public boolean cancel() {
        back.run();
        return true;
    }
}
