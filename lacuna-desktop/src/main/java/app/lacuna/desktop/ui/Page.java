package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.words.Words;
import javafx.beans.binding.DoubleBinding;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The page of a place: the brief, the work, the foot. */
public final class Page extends VBox {
    private static final double FOOT_GAP = 22;

    /** With less room than this it is hard to work. */
    private static final double ENOUGH_TO_WORK_WITH = 230;

    private static final double LARGE = 1.5;

    private final DoubleBinding textSize = TextSize.of(1);
    private final ChangeListener<Number> followText = (property, before, now) -> arrange();
    private final ScrollPane scroll = new ScrollPane();
    private final VBox main = new VBox(16);
    private final VBox body = new VBox();
    private final HBox foot = new HBox();

    public Page(BriefLine brief) {
        getStyleClass().add(Styles.PAGE);
        body.getStyleClass().add("page-body");
        foot.getStyleClass().add(Styles.FOOT);
        foot.setAlignment(Pos.CENTER_LEFT);
        main.getChildren().setAll(brief, body);
        main.getStyleClass().add("page-main");
        VBox.setVgrow(body, Priority.ALWAYS);
        VBox.setVgrow(main, Priority.ALWAYS);
        scroll.getStyleClass().add("columns");
        scroll.setFitToWidth(true);
        scroll.setFitToHeight(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.setFocusTraversable(false);
        scroll.setMinSize(0, 0);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        setMinWidth(0);
        foot.setMinHeight(Region.USE_PREF_SIZE); // its buttons are never pushed out
        textSize.addListener(new WeakChangeListener<>(followText));
        arrange();
    }

    /** Where texts are large, all above the foot scrolls, so that there is room to work in. */
    private void arrange() {
        boolean scrolls = textSize.get() >= LARGE;
        body.setMinHeight(scrolls ? textSize.get() * ENOUGH_TO_WORK_WITH : 0);
        main.setMinHeight(scrolls ? USE_COMPUTED_SIZE : 0);
        scroll.setContent(scrolls ? main : null);
        getChildren().setAll(scrolls ? scroll : main, foot);
    }

    public void setWork(Node work) {
        VBox.setVgrow(work, Priority.ALWAYS);
        body.getChildren().setAll(work);
    }

    /** Status at the left, buttons at the right, the primary one last. */
    public void setFoot(Node status, Node... buttons) {
        FootRow row = new FootRow(status, new WrappingRow(FOOT_GAP, buttons), FOOT_GAP);
        HBox.setHgrow(row, Priority.ALWAYS);
        foot.getChildren().setAll(row);
    }

    /** A heading and a line under it, for the left of the foot. */
    public static VBox status(Label heading, Label line) {
        heading.getStyleClass().add("status-heading");
        line.getStyleClass().add(Styles.SECONDARY);
        VBox box = new VBox(heading, line);
        box.getStyleClass().add(Styles.STATUS);
        box.setMinWidth(0);
        Spoken.state(box);
        return box;
    }

    public static Button button(String id, String words, Runnable action) {
        Button button = new Button(words);
        button.setId(id);
        button.setOnAction(event -> action.run());
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    public static Button primary(String id, String words, Runnable action) {
        Button button = button(id, words, action);
        button.getStyleClass().add(Styles.PRIMARY);
        return button;
    }

    public static Button link(String id, String words, Runnable action) {
        Button button = button(id, words, action);
        button.getStyleClass().setAll(Styles.LINK);
        return button;
    }

    /** Tells the key beside the button's own words. */
    public static Button withKey(Button button, String key) {
        button.setTooltip(
                new Tooltip(
                        Words.text(
                                "button.key",
                                button.getText(),
                                KeyNames.shown(Words.text("key." + key)))));
        return button;
    }

    public static Label label(String words, String... styles) {
        Label label = new Label(words);
        label.getStyleClass().addAll(styles);
        label.setWrapText(true);
        return label;
    }

    public static Region spacer() {
        Region spacer = new Region();
        HBox.setHgrow(spacer, Priority.ALWAYS);
        VBox.setVgrow(spacer, Priority.ALWAYS);
        return spacer;
    }
}
