package app.lacuna.desktop.parts.changing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import javafx.beans.binding.Bindings;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** Copies that are made to be dragged to a file manager: how far, and that they lie ready. */
public final class DraggedStrip extends VBox {
    public DraggedStrip(OutsideModel model) {
        setId("dragged");
        getStyleClass().add("pending");
        Label words = Page.label("", Styles.SECONDARY);
        words.textProperty()
                .bind(
                        Bindings.createStringBinding(
                                () -> words(model), model.copying().running(), model.dragged()));
        getChildren().setAll(words, new BusyLine(model.copying()));
        visibleProperty().bind(words.textProperty().isNotEmpty());
        managedProperty().bind(visibleProperty());
    }

    private static String words(OutsideModel model) {
        if (model.copying().running().get()) {
            return Words.text("dragged.making");
        }
        return model.dragged()
                .get()
                .map(now -> Words.text("dragged.ready", now.files().size()))
                .orElse("");
    }
}
