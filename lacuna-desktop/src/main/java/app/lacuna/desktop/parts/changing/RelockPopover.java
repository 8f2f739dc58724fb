package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.SecretField;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.beans.property.ObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** Another password, cipher or form for the open archive. */
public final class RelockPopover {
    private static final double WIDTH = 420;

    private final RelockModel model;
    private final Runnable relock;
    private final Runnable relockAs;

    /**
     * @param relock into the place of the archive
     * @param relockAs asks for a new name, and leaves the old one as it is
     */
    public RelockPopover(RelockModel model, Runnable relock, Runnable relockAs) {
        this.model = model;
        this.relock = relock;
        this.relockAs = relockAs;
    }

    public Node[] content(Runnable close) {
        Button take =
                Page.primary(
                        "relock-take",
                        Words.text("relock.take"),
                        () -> {
                            close.run();
                            relock.run();
                        });
        Button as =
                Page.link(
                        "relock-as",
                        Words.text("relock.as"),
                        () -> {
                            close.run();
                            relockAs.run();
                        });
        take.disableProperty().bind(model.ready().not());
        as.disableProperty().bind(model.ready().not());
        HBox row = new HBox(12, take, as);
        row.setAlignment(Pos.CENTER_LEFT);
        VBox box = new VBox(12, ciphers(), names(), password(), hint(), copies(), row);
        box.setPrefWidth(WIDTH);
        return new Node[] {Page.label(Words.text("relock.title"), Styles.CARD_TITLE), box};
    }

    private Node ciphers() {
        return choice(
                "relock-cipher",
                model.protection(),
                List.of(
                        Protection.AES_256,
                        Protection.AES_192,
                        Protection.AES_128,
                        Protection.NONE),
                "popover.cipher.");
    }

    private Node names() {
        Node choice =
                choice(
                        "relock-names",
                        model.names(),
                        List.of(Names.HIDDEN, Names.VISIBLE),
                        "relock.names.");
        choice.disableProperty()
                .bind(model.protection().map(protection -> !protection.canHideNames()));
        return choice;
    }

    private static <T> HBox choice(
            String id, ObjectProperty<T> property, List<T> values, String key) {
        ToggleGroup group = new ToggleGroup();
        HBox row = new HBox(14);
        for (T value : values) {
            RadioButton button = new RadioButton(Words.text(key + value));
            button.setId(id + "-" + value);
            button.setToggleGroup(group);
            button.setSelected(value.equals(property.get()));
            button.setOnAction(event -> property.set(value));
            property.addListener((changed, before, now) -> button.setSelected(value.equals(now)));
            row.getChildren().add(button);
        }
        return row;
    }

    private Node password() {
        CheckBox same = new CheckBox(Words.text("relock.same"));
        same.setId("relock-same");
        same.selectedProperty().bindBidirectional(model.samePassword());
        same.setVisible(model.hadPassword());
        same.setManaged(model.hadPassword());
        SecretField first =
                new SecretField(
                        "relock-password",
                        Words.text("relock.new"),
                        model.password().first(),
                        model.password().showing());
        SecretField second =
                new SecretField(
                        "relock-again",
                        Words.text("password.second"),
                        model.password().second(),
                        model.password().showing());
        second.disableProperty().bind(model.password().showing());
        HBox.setHgrow(first, Priority.ALWAYS);
        HBox.setHgrow(second, Priority.ALWAYS);
        HBox fields = new HBox(8, first, second);
        Label agreement = Page.label("", Styles.SECONDARY);
        agreement
                .textProperty()
                .bind(model.password().agreement().map(now -> Words.text("agreement." + now)));
        Button show =
                Page.link(
                        "relock-show",
                        Words.text("password.show"),
                        () -> model.password().showing().set(!model.password().showing().get()));
        HBox line = new HBox(10, agreement, Page.spacer(), show);
        VBox typed = new VBox(5, fields, line);
        typed.disableProperty().bind(model.samePassword());
        VBox box = new VBox(8, same, typed);
        box.visibleProperty()
                .bind(model.protection().map(protection -> protection.needsPassword()));
        box.managedProperty().bind(box.visibleProperty());
        return box;
    }

    private Node hint() {
        TextField field = new TextField();
        field.setId("relock-hint");
        field.setPromptText(Words.text("hint.none"));
        field.setAccessibleText(Words.text("hint.title"));
        field.textProperty().bindBidirectional(model.hint());
        Label givesAway = Page.label(Words.text("hint.gives-away"), Styles.READABLE);
        givesAway.setId("relock-hint-note");
        givesAway.visibleProperty().bind(model.hintGivesAway());
        givesAway.managedProperty().bind(givesAway.visibleProperty());
        return new VBox(
                4, Page.label(Words.text("hint.label"), Styles.SECONDARY), field, givesAway);
    }

    private static Label copies() {
        Label copies = Page.label(Words.text("relock.copies"), Styles.SECONDARY);
        copies.setMaxWidth(WIDTH);
        return copies;
    }
}
