package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** One line of what a job has come to: a mark, what it is, more about it, what can be done next. */
public final class ReceiptLine extends HBox {
    private static final double RADIUS = 10;

    public ReceiptLine(
            Mark.Meaning meaning, String title, List<? extends Node> details, Node... buttons) {
        super(16);
        Label heading = Page.label(title, Styles.HEADING);
        VBox words = new VBox(3, heading);
        words.getChildren().addAll(details);
        words.setMinWidth(0);
        HBox.setHgrow(words, Priority.ALWAYS);
        getChildren().setAll(new Mark(meaning, RADIUS), words);
        if (buttons.length > 0) {
            WrappingRow beside = new WrappingRow(8, buttons);
            getChildren().add(beside);
        }
        setAlignment(Pos.TOP_LEFT);
        getStyleClass().add("receipt-line");
    }
}
