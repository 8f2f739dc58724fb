package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.TextSize;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * What there is to be said above the work of a page: strips that come and go. However many there
 * are, they take no more than a part of the page and scroll then, so that nothing pushes the work
 * or its buttons out.
 */
public final class Notices extends ScrollPane {
    private static final double AT_MOST = 230;

    /** Held here alone: a strip may live longer than these notices. */
    private final ChangeListener<Boolean> follow = (property, before, now) -> fit();

    private final VBox strips = new VBox(10);

    public Notices(Region... all) {
        strips.getChildren().setAll(all);
        setId("notices");
        getStyleClass().add("columns");
        setContent(strips);
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setFocusTraversable(false);
        strips.heightProperty().addListener((property, before, now) -> fit());
        for (Region strip : all) {
            Spoken.news(strip);
            strip.managedProperty().addListener(new WeakChangeListener<>(follow));
        }
        fit();
    }

    private void fit() {
        boolean any = strips.getChildren().stream().anyMatch(Node::isManaged);
        setVisible(any);
        setManaged(any);
        double height = Math.min(TextSize.of(AT_MOST).get(), Math.ceil(strips.getHeight()));
        if (height > 0) {
            setMinHeight(height);
            setPrefHeight(height);
            setMaxHeight(height);
        }
    }
}
