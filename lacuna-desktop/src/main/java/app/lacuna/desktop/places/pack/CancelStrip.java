package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Asks before hours of work are thrown away by a key. */
final class CancelStrip extends HBox {
    CancelStrip(PackingModel model) {
        super(10);
        setId("cancel-question");
        getStyleClass().add(Styles.MESSAGE);
        setAlignment(Pos.CENTER_LEFT);
        Label words = Page.label(Words.text("pack.cancel.words"), "message-what");
        words.setMinWidth(0);
        getChildren()
                .setAll(
                        words,
                        Page.spacer(),
                        new WrappingRow(
                                10,
                                Page.button(
                                        "cancel-now",
                                        Words.text("pack.cancel.now"),
                                        model.action()::cancel),
                                Page.button(
                                        "cancel-not",
                                        Words.text("pack.cancel.not"),
                                        () -> model.askingToCancel().set(false))));
        visibleProperty().bind(model.askingToCancel());
        managedProperty().bind(visibleProperty());
    }
}
