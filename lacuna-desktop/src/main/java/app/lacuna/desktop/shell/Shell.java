package app.lacuna.desktop.shell;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.InSight;
import app.lacuna.desktop.ui.KeyNames;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Wordmark;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.SystemNames;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The frame: the left margin with the places, the page of one of them, the popovers on top. */
public final class Shell extends StackPane {
    private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");

    private final PopoverLayer popovers;
    private final VBox page = new VBox();
    private final Map<Place, Button> buttons = new LinkedHashMap<>();

    Shell(List<Place> places, PopoverLayer popovers, Node notices, Consumer<Place> choose) {
        this.popovers = popovers;
        VBox margin = new VBox(new Wordmark());
        margin.getStyleClass().add(Styles.MARGIN);
        VBox list = new VBox();
        list.getStyleClass().add("places");
        VBox boxes = new VBox(8);
        boxes.getStyleClass().add("margin-boxes");
        VBox bottom = new VBox(4);
        for (Place place : places) {
            VBox where = place.marginBox().map(own -> isLink(own) ? bottom : boxes).orElse(list);
            Button button =
                    place.marginBox()
                            .orElseGet(() -> placeButton(place, list.getChildren().size() + 1));
            button.setOnAction(event -> choose.accept(place));
            button.focusedProperty().subscribe(focused -> keepInSight(button, focused));
            buttons.put(place, button);
            where.getChildren().add(button);
        }
        if (!SystemNames.canNameAllFiles()) {
            bottom.getChildren().add(0, Page.label(Words.text("shell.locale"), Styles.ATTENTION));
        }
        bottom.getStyleClass().add("margin-foot");
        margin.getChildren().addAll(list, Page.spacer(), boxes, bottom);
        VBox.setVgrow(page, Priority.ALWAYS);
        VBox pages = new VBox(notices, page);
        pages.setMinWidth(0);
        HBox frame = new HBox(scrolled(margin), pages);
        HBox.setHgrow(pages, Priority.ALWAYS);
        getChildren().setAll(frame, popovers);
    }

    /** With large texts in a small window it is higher than the window. */
    private static ScrollPane scrolled(VBox margin) {
        ScrollPane scroll = new ScrollPane(margin);
        scroll.getStyleClass().addAll("columns", "margin-scroll");
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.setMinHeight(0);
        scroll.setMinWidth(Region.USE_PREF_SIZE);
        scroll.setFocusTraversable(false);
        return scroll;
    }

    private static void keepInSight(Button button, boolean focused) {
        if (focused) {
            InSight.bring(button);
        }
    }

    private static boolean isLink(Button button) {
        return button.getStyleClass().contains(Styles.LINK);
    }

    private static Button placeButton(Place place, int position) {
        Label name = new Label(place.title());
        Label number = new Label(String.valueOf(position));
        name.getStyleClass().add("place-name");
        number.getStyleClass().add("place-number");
        Label note = new Label();
        note.getStyleClass().add("place-note");
        note.setId("place-note-" + place.id());
        note.textProperty().bind(place.note());
        note.visibleProperty().bind(note.textProperty().isNotEmpty());
        HBox row = new HBox(6, name, Page.spacer(), note, number);
        row.setAlignment(Pos.CENTER_LEFT);
        Button button = new Button();
        button.setId("place-" + place.id());
        button.setGraphic(row);
        button.accessibleTextProperty()
                .bind(
                        place.note()
                                .map(
                                        known ->
                                                known.isEmpty()
                                                        ? place.title()
                                                        : place.title() + ", " + known));
        button.setTooltip(new Tooltip(KeyNames.shown("Ctrl+" + position)));
        button.setMaxWidth(Double.MAX_VALUE);
        button.getStyleClass().setAll(Styles.PLACE);
        row.prefWidthProperty().bind(button.widthProperty().subtract(43));
        return button;
    }

    void show(Place place, Region content) {
        popovers.close();
        VBox.setVgrow(content, Priority.ALWAYS);
        page.getChildren().setAll(content);
        buttons.forEach((each, button) -> button.pseudoClassStateChanged(CURRENT, each == place));
    }

    public PopoverLayer popovers() {
        return popovers;
    }
}
