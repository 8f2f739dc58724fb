package app.lacuna.desktop.ui;

import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.layout.VBox;

/**
 * A column that is never lower than its contents are at the width it has, so that what scrolls it
 * scrolls to its end: the toolkit asks for the least height without saying how wide it will be.
 */
public class WholeHeight extends VBox {
    public WholeHeight(double spacing, Node... children) {
        super(spacing, children);
        widthProperty()
                .addListener((property, before, now) -> Platform.runLater(this::requestLayout));
    }

    @Override
    protected double computeMinHeight(double width) {
        return computePrefHeight(getWidth() > 0 ? getWidth() : width);
    }
}
