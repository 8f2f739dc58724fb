package app.lacuna.desktop.places.open;

import app.lacuna.archive.Listing;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.SecretField;
import app.lacuna.desktop.session.LockedArchive;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import java.util.Optional;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The Open place while the archive is locked: the password, and what can be seen without it. */
final class LockedView {
    private static final double RIGHT_WIDTH = 480;
    private static final int NOTE_AT_MOST = 600;

    private final LockedArchive model;
    private final Runnable takeOffer;
    private final SecretField field;
    private final SeenSheet seen = new SeenSheet();
    private final Label note = Page.label("", "note");
    private final Columns columns;
    private final ChangeListener<Optional<FailureText>> failed;

    LockedView(LockedArchive model, Runnable takeOffer) {
        this.takeOffer = takeOffer;
        this.model = model;
        field =
                new SecretField(
                        "open-password",
                        Words.text("open.password"),
                        model.secret(),
                        model.showing());
        field.onEnter(model::unlock);
        seen.setMinHeight(Region.USE_PREF_SIZE);
        columns = new Columns(passwordSheet(), seen, RIGHT_WIDTH);
        failed = (property, before, now) -> now.ifPresent(text -> field.focusAndSelect());
        model.troubles().failure().addListener(new WeakChangeListener<>(failed));
        show(model.archive().seenByAll());
    }

    Node node() {
        return columns;
    }

    /** Nothing of what was typed stays in memory. */
    void forget() {
        field.forget();
    }

    private void show(Listing listing) {
        seen.show(listing);
        String whole = listing.comment().strip();
        note.setText(
                whole.length() > NOTE_AT_MOST ? whole.substring(0, NOTE_AT_MOST) + "…" : whole);
    }

    void focus() {
        field.focusAndSelect();
    }

    private Region passwordSheet() {
        Button show =
                Page.button(
                        "open-show",
                        Words.text("password.show"),
                        () -> model.showing().set(!model.showing().get()));
        show.textProperty()
                .bind(
                        model.showing()
                                .map(on -> Words.text(on ? "password.hide" : "password.show")));
        HBox row = new HBox(10, field, show);
        row.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(field, Priority.ALWAYS);
        VBox sheet =
                new VBox(
                        12,
                        Page.label(Words.text("open.password"), "sheet-title"),
                        row,
                        new BusyLine(model.unlocking()),
                        wrong(),
                        new VariantsLine(model),
                        note(),
                        Page.spacer(),
                        Page.label(Words.text("open.nobody"), Styles.SECONDARY));
        sheet.getStyleClass().addAll(Styles.SHEET, "roomy");
        return sheet;
    }

    /** The hint or opening note, which needs no password to be read. */
    private Node note() {
        note.setId("open-note");
        Label title = Page.label(Words.text("open.note.readable"), Styles.CARD_TITLE);
        VBox box = new VBox(2, title, note);
        box.visibleProperty().bind(note.textProperty().isNotEmpty());
        box.managedProperty().bind(box.visibleProperty());
        return box;
    }

    /** One line: what happened in bold, the rest plain. Nothing shakes. */
    private Node wrong() {
        Label what = Page.label("", "message-what");
        what.setId("unlock-failure");
        Label rest = Page.label("", Styles.READABLE);
        what.textProperty()
                .bind(model.troubles().failure().map(now -> now.map(FailureText::what).orElse("")));
        rest.textProperty()
                .bind(
                        model.troubles()
                                .failure()
                                .map(
                                        now ->
                                                now.map(text -> text.safe() + " " + text.next())
                                                        .orElse("")));
        VBox box =
                new VBox(
                        6,
                        what,
                        rest,
                        new OfferStrip(model.troubles(), "salvage-locked", takeOffer));
        Spoken.news(box);
        box.visibleProperty().bind(model.troubles().failure().map(Optional::isPresent));
        box.managedProperty().bind(box.visibleProperty());
        return box;
    }
}
