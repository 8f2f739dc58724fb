package app.lacuna.desktop.shell;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.KeyNames;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;

/** All keys: of the window, and of the places one after the other. */
public final class KeyList {
    /** What works everywhere, by the names of its texts. */
    private static final List<String> OF_THE_WINDOW =
            List.of(
                    "find", "primary", "lock", "escape", "larger", "smaller", "usual", "told",
                    "help");

    private final GridPane grid = new GridPane();
    private int row;

    private KeyList() {
        grid.setHgap(24);
        grid.setVgap(6);
    }

    public static Node of(List<Place> places) {
        KeyList sheet = new KeyList();
        List<Place> numbered =
                places.stream().filter(place -> place.marginBox().isEmpty()).toList();
        for (int i = 0; i < numbered.size(); i++) {
            sheet.line(
                    KeyNames.shown("Ctrl+" + (i + 1)),
                    Words.text("key.place", numbered.get(i).title()));
        }
        OF_THE_WINDOW.forEach(
                key ->
                        sheet.line(
                                KeyNames.shown(Words.text("key." + key)),
                                Words.text("key." + key + ".does")));
        for (Place place : places) {
            if (!place.keys().isEmpty()) {
                sheet.heading(place.title());
            }
            for (Place.PlaceKey key : place.keys()) {
                key.line().ifPresent(line -> sheet.line(KeyNames.shown(key.combination()), line));
            }
        }
        return sheet.grid;
    }

    private void heading(String words) {
        Label label = Page.label(words, Styles.CARD_TITLE);
        grid.addRow(row++, label);
    }

    private void line(String key, String does) {
        Label label = new Label(key);
        label.getStyleClass().add(Styles.MONO);
        grid.addRow(row++, label, new Label(does));
    }
}
