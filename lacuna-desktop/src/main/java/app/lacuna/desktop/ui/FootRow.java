package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.TextSize;
import javafx.geometry.HPos;
import javafx.geometry.Orientation;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.layout.Pane;

/**
 * Words at the left and buttons at the right; where both do not fit beside each other, the words
 * have a line of their own above the buttons.
 */
final class FootRow extends Pane {
    /** Words that have at least this much can be read beside buttons: they wrap. */
    private static final double READABLE = 240;

    private final Node status;
    private final WrappingRow buttons;
    private final double gap;

    FootRow(Node status, WrappingRow buttons, double gap) {
        super(status, buttons);
        this.status = status;
        this.buttons = buttons;
        this.gap = gap;
        setMinWidth(0);
    }

    @Override
    public Orientation getContentBias() {
        return Orientation.HORIZONTAL;
    }

    private boolean isBeside(double width) {
        double words =
                Math.max(
                        status.minWidth(-1),
                        Math.min(status.prefWidth(-1), TextSize.of(READABLE).get()));
        double taken = buttons.prefWidth(-1);
        return words == 0 || taken == 0 || words + gap + taken <= width;
    }

    private double besideButtons(double width) {
        double taken = Math.min(buttons.prefWidth(-1), width);
        return Math.max(0, width - taken - (taken > 0 ? gap : 0));
    }

    @Override
    protected double computePrefWidth(double height) {
        return status.prefWidth(-1) + gap + buttons.prefWidth(-1);
    }

    @Override
    protected double computePrefHeight(double width) {
        double room = width < 0 ? computePrefWidth(-1) : width;
        if (isBeside(room)) {
            return Math.max(
                    status.prefHeight(besideButtons(room)),
                    buttons.prefHeight(Math.min(buttons.prefWidth(-1), room)));
        }
        return status.prefHeight(room)
                + gap / 2
                + buttons.prefHeight(Math.min(buttons.prefWidth(-1), room));
    }

    @Override
    protected double computeMinHeight(double width) {
        return computePrefHeight(width);
    }

    @Override
    protected void layoutChildren() {
        double width = getWidth();
        double taken = Math.min(buttons.prefWidth(-1), width);
        double high = buttons.prefHeight(taken);
        if (isBeside(width)) {
            place(status, 0, 0, besideButtons(width), getHeight());
            place(buttons, width - taken, (getHeight() - high) / 2, taken, high);
        } else {
            double words = status.prefHeight(width);
            place(status, 0, 0, width, words);
            place(buttons, width - taken, getHeight() - high, taken, high);
        }
    }

    private void place(Node node, double x, double y, double width, double height) {
        layoutInArea(node, x, y, width, height, 0, HPos.LEFT, VPos.CENTER);
    }
}
