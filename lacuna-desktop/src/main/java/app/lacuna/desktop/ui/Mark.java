package app.lacuna.desktop.ui;

import app.lacuna.desktop.words.Words;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Circle;

/** The shape codes: solid disc, dashed ring, plain ring. Each can also be read aloud. */
public final class Mark extends StackPane {
    /** What the shape says. */
    public enum Meaning {
        DONE("mark-done"),
        STILL_READABLE("mark-open"),
        NOT_YET("mark-not-yet");

        private final String style;

        Meaning(String style) {
            this.style = style;
        }
    }

    public Mark(Meaning meaning, double radius) {
        Circle shape = new Circle(radius);
        shape.getStyleClass().addAll("mark", meaning.style);
        setMinSize(2 * radius, 2 * radius);
        setMaxSize(2 * radius + 2, 2 * radius + 2);
        setAccessibleText(Words.text("mark." + meaning));
        getChildren().add(shape);
    }
}
