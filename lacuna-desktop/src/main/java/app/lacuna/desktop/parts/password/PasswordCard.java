package app.lacuna.desktop.parts.password;

import app.lacuna.archive.Protection;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.desktop.words.Words;
import app.lacuna.password.GuessCost;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.StringProperty;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The card for a new password: typed twice, shown or made, how strong it is, and its hint. */
public final class PasswordCard extends VBox {
    private final NewPassword password;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final ShortClipboard clipboard;
    private final PasswordFields fields;
    private final Button make = Page.link("password-make", Words.text("password.make"), () -> {});

    /**
     * @param protection that the password is for; without one there is no card
     * @param hint that everybody can read
     */
    public PasswordCard(
            NewPassword password,
            ObservableValue<Protection> protection,
            StringProperty hint,
            PopoverLayer layer,
            FileDialogs dialogs,
            ShortClipboard clipboard) {
        this(
                password,
                protection.map(GuessScale::costOf),
                Optional.of(hint),
                layer,
                dialogs,
                clipboard);
        visibleProperty().bind(protection.map(Protection::needsPassword));
        managedProperty().bind(visibleProperty());
    }

    /**
     * @param cost of one guess in the form that the password is for
     * @param hint that everybody can read, where the form has room for one
     */
    public PasswordCard(
            NewPassword password,
            ObservableValue<GuessCost> cost,
            Optional<StringProperty> hint,
            PopoverLayer layer,
            FileDialogs dialogs,
            ShortClipboard clipboard) {
        super(8);
        this.password = password;
        this.layer = layer;
        this.dialogs = dialogs;
        this.clipboard = clipboard;
        getStyleClass().addAll(Styles.SHEET, Styles.CARD);
        fields = new PasswordFields("password", password.typed());
        getChildren().setAll(head(), fields, new GuessScale(password.strength(), cost), traps());
        hint.ifPresent(text -> getChildren().add(hint(text)));
        getChildren().add(Page.label(Words.text("password.lost"), Styles.SECONDARY));
    }

    private HBox head() {
        HBox head =
                new HBox(
                        10,
                        Page.label(Words.text("password.title"), Styles.CARD_TITLE),
                        Page.spacer(),
                        slip(),
                        copy(),
                        makeLink(),
                        fields.showLink("password-show"));
        head.setAlignment(Pos.CENTER_LEFT);
        return head;
    }

    private Button slip() {
        Button slip = Page.link("password-slip", Words.text("slip.title"), () -> {});
        SlipPopover popover = new SlipPopover(password.keySlip(), dialogs);
        slip.setOnAction(event -> layer.show(slip, popover.content()));
        slip.visibleProperty().bind(password.typed().agreement().map(now -> now.isEnough()));
        slip.managedProperty().bind(slip.visibleProperty());
        return slip;
    }

    /** Only of what is shown: a hidden password is one that is typed from memory. */
    private Button copy() {
        Button copy =
                Page.link("password-copy", "", () -> clipboard.put(password.typed().first().get()));
        copy.textProperty().bind(clipboard.words());
        copy.visibleProperty()
                .bind(password.typed().showing().and(password.typed().first().isNotEmpty()));
        copy.managedProperty().bind(copy.visibleProperty());
        return copy;
    }

    private Button makeLink() {
        MakePopover popover = new MakePopover(password, layer::close);
        make.setOnAction(event -> layer.show(make, popover.content()));
        return Page.withKey(make, "make");
    }

    public void make() {
        make.fire();
    }

    /** Blanks at the ends, keys that lie elsewhere: what goes wrong when it is typed again. */
    private Label traps() {
        Label traps = Page.label("", Styles.ATTENTION);
        traps.setId("password-traps");
        traps.textProperty()
                .bind(
                        password.strength()
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

    private HBox hint(StringProperty text) {
        Button change = Page.link("hint", "", () -> {});
        change.textProperty()
                .bind(text.map(words -> words.isEmpty() ? Words.text("hint.none") : words));
        change.setMinWidth(0);
        HintPopover popover = new HintPopover(password, text, layer);
        change.setOnAction(event -> layer.show(change, popover.content()));
        Label words = new Label(Words.text("hint.label"));
        words.getStyleClass().add(Styles.SECONDARY);
        words.setMinWidth(USE_PREF_SIZE);
        HBox row = new HBox(4, words, change);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    public void focusFirst() {
        fields.focusFirst();
    }
}
