package app.lacuna.desktop.places.settings;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** A setting: what it is called, its choices, what it means, and the ways back. */
final class SettingRow<T> extends VBox {
    private final Setting<T> setting;
    private final HBox choices = new HBox();
    private final Button usual;
    private final Button before;
    private final Label trouble = Page.label(Words.text("settings.not-kept"), Styles.ATTENTION);
    private List<T> shown = List.of();
    private T was;

    SettingRow(Setting<T> setting) {
        super(6);
        this.setting = setting;
        was = setting.value().get();
        setId("setting-" + setting.name());
        getStyleClass().add("setting");
        Label title = Page.label(Words.text("setting." + setting.name()), Styles.CARD_TITLE);
        usual =
                Page.link(
                        "usual-" + setting.name(),
                        Words.text("settings.usual", setting.words(setting.usual())),
                        () -> setting.value().set(setting.usual()));
        before = Page.link("was-" + setting.name(), "", () -> setting.value().set(was));
        WrappingRow ways = new WrappingRow(14, before, usual);
        ways.setAlignment(Pos.CENTER_LEFT);
        ways.managedProperty().bind(usual.visibleProperty().or(before.visibleProperty()));
        getChildren().setAll(title, choices);
        if (Words.has("setting." + setting.name() + ".note")) {
            getChildren()
                    .add(
                            Page.label(
                                    Words.text("setting." + setting.name() + ".note"),
                                    Styles.SECONDARY));
        }
        getChildren().addAll(ways, trouble);
        trouble.visibleProperty().bind(setting.kept().not());
        trouble.managedProperty().bind(trouble.visibleProperty());
        setting.value().addListener((property, old, now) -> write());
        write();
    }

    private void write() {
        if (!shown.equals(setting.choices())) {
            writeChoices();
        }
        show(usual, !setting.isUsual());
        before.setText(Words.text("settings.was", setting.words(was)));
        show(before, !was.equals(setting.value().get()) && !was.equals(setting.usual()));
    }

    private void writeChoices() {
        boolean focused = getScene() != null && contains(getScene().getFocusOwner());
        shown = setting.choices();
        FlowPane lines =
                new ChoiceGroup<>(setting.name(), shown, setting.value(), setting::words).lines();
        setting.other()
                .ifPresent(
                        ask ->
                                lines.getChildren()
                                        .add(
                                                Page.link(
                                                        "other-" + setting.name(),
                                                        Words.text("settings.choose"),
                                                        () ->
                                                                ask.get()
                                                                        .ifPresent(
                                                                                setting.value()
                                                                                        ::set))));
        HBox.setHgrow(lines, Priority.ALWAYS);
        choices.getChildren().setAll(lines);
        if (focused) {
            focus();
        }
    }

    private boolean contains(Node node) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (at == this) {
                return true;
            }
        }
        return false;
    }

    private static void show(Button button, boolean shown) {
        button.setVisible(shown);
        button.setManaged(shown);
    }

    Setting<T> setting() {
        return setting;
    }

    void remember() {
        was = setting.value().get();
        write();
    }

    /** On the choice that is marked, as soon as it is on the page. */
    void focus() {
        choices.lookupAll(".radio-button").stream()
                .filter(node -> node instanceof RadioButton button && button.isSelected())
                .findFirst()
                .ifPresent(Focus::on);
    }
}
