package app.lacuna.desktop.shell;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Wordmark;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.SystemNames;
import java.util.EnumMap;
import java.util.Map;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The frame: the left margin with the places, the page of one of them, the popovers on top. */
public final class Shell extends StackPane {
    private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");

    private final PopoverLayer popovers = new PopoverLayer();
    private final StackPane pages = new StackPane();
    private final Map<Place, Button> buttons = new EnumMap<>(Place.class);
    private final Button appearance = Page.link("appearance", "", () -> {});
    private final Button help = Page.link("help", Words.text("shell.help"), () -> {});

    public Shell(Consumer<Place> choose) {
        VBox margin = new VBox(new Wordmark());
        margin.getStyleClass().add(Styles.MARGIN);
        VBox places = new VBox();
        places.getStyleClass().add("places");
        for (Place place : Place.values()) {
            Button button = placeButton(place);
            button.setOnAction(event -> choose.accept(place));
            buttons.put(place, button);
            places.getChildren().add(button);
        }
        VBox bottom = new VBox(4, help, appearance);
        if (!SystemNames.canNameAllFiles()) {
            bottom.getChildren().add(0, Page.label(Words.text("shell.locale"), Styles.ATTENTION));
        }
        bottom.getStyleClass().add("margin-foot");
        margin.getChildren().addAll(places, Page.spacer(), bottom);
        HBox frame = new HBox(margin, pages);
        HBox.setHgrow(pages, Priority.ALWAYS);
        pages.setMinWidth(0);
        getChildren().setAll(frame, popovers);
    }

    private static Button placeButton(Place place) {
        Label name = new Label(Words.text("place." + place));
        Label number = new Label(String.valueOf(place.ordinal() + 1));
        name.getStyleClass().add("place-name");
        number.getStyleClass().add("place-number");
        HBox row = new HBox(name, Page.spacer(), number);
        row.setAlignment(Pos.CENTER_LEFT);
        Button button = new Button();
        button.setId("place-" + place);
        button.setGraphic(row);
        button.setAccessibleText(Words.text("place." + place));
        button.setTooltip(new Tooltip("Ctrl+" + (place.ordinal() + 1)));
        button.setMaxWidth(Double.MAX_VALUE);
        button.getStyleClass().setAll(Styles.PLACE);
        row.prefWidthProperty().bind(button.widthProperty().subtract(43));
        return button;
    }

    public void show(Place place, Region page) {
        popovers.close();
        pages.getChildren().setAll(page);
        buttons.forEach((each, button) -> button.pseudoClassStateChanged(CURRENT, each == place));
    }

    public PopoverLayer popovers() {
        return popovers;
    }

    /** The switch between light and dark. */
    public Button appearance() {
        return appearance;
    }

    public Button help() {
        return help;
    }
}
