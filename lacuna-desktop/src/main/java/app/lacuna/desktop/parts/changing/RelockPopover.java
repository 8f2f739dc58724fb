package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.GuessScale;
import app.lacuna.desktop.parts.password.MakePopover;
import app.lacuna.desktop.parts.password.PasswordFields;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** Another password, cipher or form for the open archive. */
public final class RelockPopover {
    private static final double WIDTH = 420;

    private final RelockModel model;
    private final Runnable relock;
    private final Runnable relockAs;
    private final ShortClipboard clipboard;

    /**
     * @param relock into the place of the archive
     * @param relockAs asks for a new name, and leaves the old one as it is
     */
    public RelockPopover(
            RelockModel model, ShortClipboard clipboard, Runnable relock, Runnable relockAs) {
        this.clipboard = clipboard;
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
        return new ChoiceGroup<>(
                        "relock-cipher",
                        List.of(
                                Protection.AES_256,
                                Protection.AES_192,
                                Protection.AES_128,
                                Protection.NONE),
                        model.protection(),
                        value -> Words.text("popover.cipher." + value))
                .lines();
    }

    private Node names() {
        Node choice =
                new ChoiceGroup<>(
                                "relock-names",
                                List.of(Names.HIDDEN, Names.VISIBLE),
                                model.names(),
                                value -> Words.text("relock.names." + value))
                        .lines();
        choice.disableProperty()
                .bind(model.protection().map(protection -> !protection.canHideNames()));
        return choice;
    }

    private Node password() {
        CheckBox same = new CheckBox(Words.text("relock.same"));
        same.setId("relock-same");
        same.selectedProperty().bindBidirectional(model.samePassword());
        same.setVisible(model.hadPassword());
        same.setManaged(model.hadPassword());
        PasswordFields fields = new PasswordFields("relock-password", model.password().typed());
        Button make = Page.link("relock-make", Words.text("password.make"), () -> {});
        MakePopover maker = new MakePopover(model.password(), () -> make.setVisible(true));
        VBox making = new VBox(6);
        make.setOnAction(event -> making.getChildren().setAll(maker.content()));
        Button copy =
                Page.link(
                        "relock-copy",
                        "",
                        () -> clipboard.put(model.password().typed().first().get()));
        copy.textProperty().bind(clipboard.words());
        copy.visibleProperty()
                .bind(
                        model.password()
                                .typed()
                                .showing()
                                .and(model.password().typed().first().isNotEmpty()));
        HBox line = new HBox(10, copy, Page.spacer(), make, fields.showLink("relock-show"));
        VBox typed =
                new VBox(
                        5,
                        fields,
                        line,
                        making,
                        new GuessScale(
                                model.password().strength(),
                                model.protection().map(GuessScale::costOf)));
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
        FieldName.give(field, Words.text("hint.title"));
        field.textProperty().bindBidirectional(model.hint());
        Label givesAway = Page.label(Words.text("hint.gives-away"), Styles.READABLE);
        givesAway.setId("relock-hint-note");
        Spoken.news(givesAway);
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
