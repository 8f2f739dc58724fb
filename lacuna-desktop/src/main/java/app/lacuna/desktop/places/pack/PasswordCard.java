package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.PasswordModel;
import app.lacuna.desktop.parts.password.PasswordModel.Agreement;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.SecretField;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.words.Words;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The card for a new password: twice or shown, with what the two fields say to each other. */
final class PasswordCard extends VBox {
    private final PackViewModel pack;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final PasswordModel model;
    private final Button make = Page.link("password-make", Words.text("password.make"), () -> {});
    private final HBox agreement = new HBox(8);
    private final SecretField first;

    PasswordCard(PackViewModel pack, PopoverLayer layer, FileDialogs dialogs) {
        super(8);
        this.pack = pack;
        this.layer = layer;
        this.dialogs = dialogs;
        this.model = pack.password();
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        first =
                new SecretField(
                        "password", Words.text("password.first"), model.first(), model.showing());
        SecretField second =
                new SecretField(
                        "password-again",
                        Words.text("password.second"),
                        model.second(),
                        model.showing());
        second.disableProperty().bind(model.showing());
        HBox fields = new HBox(8, first, second);
        HBox.setHgrow(first, Priority.ALWAYS);
        HBox.setHgrow(second, Priority.ALWAYS);
        agreement.setAlignment(Pos.CENTER_LEFT);
        agreement.setId("agreement");
        Label lost = Page.label(Words.text("password.lost"), Styles.SECONDARY);
        getChildren()
                .setAll(
                        head(),
                        fields,
                        agreement,
                        capsLock(),
                        new GuessScale(pack),
                        traps(),
                        hint(),
                        lost);
        model.agreement().addListener((property, before, now) -> show(now));
        show(model.agreement().get());
        visibleProperty().bind(pack.protection().map(protection -> protection.needsPassword()));
        managedProperty().bind(visibleProperty());
    }

    private HBox head() {
        Button show =
                Page.link(
                        "password-show",
                        Words.text("password.show"),
                        () -> model.showing().set(!model.showing().get()));
        show.textProperty()
                .bind(
                        model.showing()
                                .map(on -> Words.text(on ? "password.hide" : "password.show")));
        HBox head =
                new HBox(
                        Page.label(Words.text("password.title"), Styles.CARD_TITLE),
                        Page.spacer(),
                        slip(),
                        copy(),
                        makeLink(),
                        show);
        head.setSpacing(10);
        head.setAlignment(Pos.CENTER_LEFT);
        return head;
    }

    private Button slip() {
        Button slip = Page.link("password-slip", Words.text("slip.title"), () -> {});
        SlipPopover popover = new SlipPopover(pack, dialogs);
        slip.setOnAction(event -> layer.show(slip, popover.content()));
        slip.visibleProperty().bind(model.agreement().map(now -> now.isEnough()));
        slip.managedProperty().bind(slip.visibleProperty());
        return slip;
    }

    /** Only of what is shown: a hidden password is one that is typed from memory. */
    private Button copy() {
        ShortClipboard clipboard = new ShortClipboard();
        Button copy = Page.link("password-copy", "", () -> clipboard.put(model.first().get()));
        copy.textProperty().bind(clipboard.words());
        copy.visibleProperty().bind(model.showing().and(model.first().isNotEmpty()));
        copy.managedProperty().bind(copy.visibleProperty());
        return copy;
    }

    /** Said while it is typed, where the system knows. */
    private Label capsLock() {
        Label caps = Page.label(Words.text("password.caps"), Styles.ATTENTION);
        caps.setId("caps-lock");
        caps.setVisible(false);
        caps.managedProperty().bind(caps.visibleProperty());
        addEventFilter(
                KeyEvent.ANY,
                event -> caps.setVisible(Platform.isKeyLocked(KeyCode.CAPS).orElse(false)));
        return caps;
    }

    private Button makeLink() {
        MakePopover popover = new MakePopover(pack, layer);
        make.setOnAction(event -> layer.show(make, popover.content()));
        return Page.withKey(make, "make");
    }

    void make() {
        make.fire();
    }

    /** Blanks at the ends, keys that lie elsewhere: what goes wrong when it is typed again. */
    private Label traps() {
        Label traps = Page.label("", Styles.ATTENTION);
        traps.setId("password-traps");
        traps.textProperty()
                .bind(
                        pack.strength()
                                .traps()
                                .map(
                                        now ->
                                                now.stream()
                                                        .map(trap -> Words.text("trap." + trap))
                                                        .collect(Collectors.joining(" "))));
        traps.visibleProperty().bind(traps.textProperty().isNotEmpty());
        traps.managedProperty().bind(traps.visibleProperty());
        return traps;
    }

    private HBox hint() {
        Button change = Page.link("hint", "", () -> {});
        change.textProperty()
                .bind(
                        pack.form()
                                .hint()
                                .map(text -> text.isEmpty() ? Words.text("hint.none") : text));
        change.setMinWidth(0);
        HintPopover popover = new HintPopover(pack, layer);
        change.setOnAction(event -> layer.show(change, popover.content()));
        Label words = new Label(Words.text("hint.label"));
        words.getStyleClass().add(Styles.SECONDARY);
        words.setMinWidth(USE_PREF_SIZE);
        HBox row = new HBox(4, words, change);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private void show(Agreement now) {
        Label words = new Label(Words.text("agreement." + now));
        words.setId("agreement-words");
        Mark.Meaning meaning =
                switch (now) {
                    case SAME, SHOWN -> Mark.Meaning.DONE;
                    case DIFFERENT -> Mark.Meaning.STILL_READABLE;
                    case EMPTY, SECOND_MISSING -> Mark.Meaning.NOT_YET;
                };
        words.getStyleClass()
                .add(
                        switch (now) {
                            case SAME, SHOWN -> Styles.PROTECTED;
                            case DIFFERENT -> Styles.READABLE;
                            case EMPTY, SECOND_MISSING -> Styles.SECONDARY;
                        });
        agreement.getChildren().setAll(new Mark(meaning, 5), words);
    }

    void focusFirst() {
        first.focusAndSelect();
    }
}
