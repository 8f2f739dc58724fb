package app.lacuna.desktop.ui;

import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.layout.FlowPane;

/** Buttons beside each other, as long as there is room; then under each other, and never cut. */
public final class WrappingRow extends FlowPane {
    public WrappingRow(double gap, Node... nodes) {
        super(gap, gap / 2, nodes);
        setAlignment(Pos.CENTER_RIGHT);
    }

    @Override
    protected double computePrefWidth(double height) {
        double width = getInsets().getLeft() + getInsets().getRight();
        int seen = 0;
        for (Node node : getManagedChildren()) {
            width += Math.ceil(node.prefWidth(-1)) + (seen++ > 0 ? getHgap() : 0);
        }
        return Math.ceil(width);
    }

    @Override
    protected double computeMinWidth(double height) {
        return getManagedChildren().stream().mapToDouble(node -> node.minWidth(-1)).max().orElse(0);
    }
}
