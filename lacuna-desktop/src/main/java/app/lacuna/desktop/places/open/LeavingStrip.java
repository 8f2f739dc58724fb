package app.lacuna.desktop.places.open;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Asks, before the archive locks or the window closes, what is to become of unwritten changes. */
final class LeavingStrip extends HBox {
    LeavingStrip(OpenViewModel model) {
        super(10);
        setId("leaving");
        getStyleClass().add(Styles.MESSAGE);
        setAlignment(Pos.CENTER_LEFT);
        Label words = Page.label("", "message-what");
        words.textProperty()
                .bind(
                        model.leaving()
                                .asked()
                                .map(now -> now == Leaving.NOT ? "" : words(model, now)));
        words.setMinWidth(0);
        Button write =
                Page.button("leave-write", Words.text("leaving.write"), model.leaving()::write);
        write.visibleProperty()
                .bind(
                        model.leaving()
                                .asked()
                                .map(
                                        now ->
                                                now != Leaving.NOT
                                                        && !model.leaving().isAboutPassword()
                                                        && !model.leaving().isAboutCopies()));
        write.managedProperty().bind(write.visibleProperty());
        Button lose = Page.button("leave-lose", "", model.leaving()::lose);
        lose.textProperty()
                .bind(
                        model.leaving()
                                .asked()
                                .map(
                                        now ->
                                                Words.text(
                                                        model.leaving().isAboutCopies()
                                                                ? "leaving.close"
                                                                : "leaving.lose")));
        getChildren()
                .setAll(
                        words,
                        Page.spacer(),
                        new WrappingRow(
                                10,
                                write,
                                lose,
                                Page.button(
                                        "leave-stay",
                                        Words.text("leaving.stay"),
                                        model.leaving()::stay)));
        visibleProperty().bind(model.leaving().asked().map(now -> now != Leaving.NOT));
        managedProperty().bind(visibleProperty());
    }

    private static String words(OpenViewModel model, Leaving now) {
        if (model.leaving().isAboutCopies()) {
            return Words.text("leaving.copies", model.leaving().copiesOutside());
        }
        return Words.text(model.leaving().isAboutPassword() ? "kept.question" : "leaving." + now);
    }
}
