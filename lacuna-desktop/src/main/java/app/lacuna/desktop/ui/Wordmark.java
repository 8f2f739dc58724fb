package app.lacuna.desktop.ui;

import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** The name of the program with a gap in it. */
public final class Wordmark extends HBox {
    public Wordmark() {
        setAlignment(Pos.CENTER_LEFT);
        setAccessibleText("Lacuna");
        getStyleClass().add("wordmark-box");
        Region gap = new Region();
        gap.getStyleClass().add("wordmark-gap");
        getChildren().addAll(part("Lac"), gap, part("na"));
    }

    private static Label part(String letters) {
        Label label = new Label(letters);
        label.getStyleClass().add("wordmark");
        return label;
    }
}
