package app.lacuna.desktop.places.open;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Asks, before the archive locks or the window closes, what is to become of unwritten changes. */
final class LeavingStrip extends HBox {
    LeavingStrip(OpenViewModel model, Runnable closeWindow) {
        super(10);
        setId("leaving");
        getStyleClass().add(Styles.MESSAGE);
        setAlignment(Pos.CENTER_LEFT);
        Label words = Page.label(Words.text("leaving.words"), "message-what");
        words.setMinWidth(0);
        getChildren()
                .setAll(
                        words,
                        Page.spacer(),
                        Page.button(
                                "leave-write",
                                Words.text("leaving.write"),
                                () -> model.writeAndLeave(closeWindow)),
                        Page.button(
                                "leave-lose",
                                Words.text("leaving.lose"),
                                () -> lose(model, closeWindow)),
                        Page.button(
                                "leave-stay",
                                Words.text("leaving.stay"),
                                () -> model.leaving().set(Leaving.NOT)));
        visibleProperty().bind(model.leaving().map(now -> now != Leaving.NOT));
        managedProperty().bind(visibleProperty());
    }

    private static void lose(OpenViewModel model, Runnable closeWindow) {
        boolean close = model.leaving().get() == Leaving.CLOSE_THE_WINDOW;
        model.lockNow();
        if (close) {
            closeWindow.run();
        }
    }
}
