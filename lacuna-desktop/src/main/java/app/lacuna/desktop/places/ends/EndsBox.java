package app.lacuna.desktop.places.ends;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.ui.Page;
import javafx.beans.binding.DoubleBinding;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The box in the margin: how many loose ends, and how much can be read. */
final class EndsBox extends Button {
    private static final double WORDS_WIDTH = 118;

    private final Label title = Page.label("", "ends-box-title");
    private final Label line = Page.label("", Styles.READABLE);
    private final VBox words = new VBox(2, title, line);
    private final DoubleBinding wordsWidth = TextSize.of(WORDS_WIDTH);

    EndsBox() {
        setId("place-ends");
        getStyleClass().setAll("ends-box");
        words.prefWidthProperty().bind(wordsWidth);
        setMaxSize(Double.MAX_VALUE, Region.USE_PREF_SIZE);
        setMinHeight(Region.USE_PREF_SIZE);
        setGraphic(words);
        managedProperty().bind(visibleProperty());
    }

    void show(int count, String heading, String sentence) {
        setVisible(count > 0);
        title.setText(heading);
        line.setText(sentence);
        setAccessibleText(heading + ". " + sentence);
        requestLayout();
    }

    /** A button does not ask what is in it how tall that is at the width that it has. */
    @Override
    protected double computePrefHeight(double width) {
        return snappedTopInset() + words.prefHeight(wordsWidth.get()) + snappedBottomInset();
    }
}
