package app.lacuna.desktop.ui;

import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * Two columns of sheets; on a narrow page the right one goes under the left one. Side by side, the
 * right one scrolls alone.
 */
public final class Columns extends ScrollPane {
    private static final double NARROW = 820;
    private static final double SPACE = 20;
    private static final double STACKED_LEFT_HEIGHT = 340;

    private final Region left;
    private final Region right;
    private final double rightWidth;
    private Boolean stacked;

    public Columns(Region left, Region right, double rightWidth) {
        this.left = left;
        this.right = right;
        this.rightWidth = rightWidth;
        getStyleClass().add("columns");
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        setFocusTraversable(false);
        widthProperty().addListener((property, before, width) -> arrange(width.doubleValue()));
        arrange(NARROW);
    }

    private void arrange(double width) {
        boolean nowStacked = width > 0 && width < NARROW;
        if (stacked != null && stacked == nowStacked) {
            return;
        }
        stacked = nowStacked;
        setFitToHeight(!nowStacked);
        if (nowStacked) {
            stack();
        } else {
            sideBySide();
        }
    }

    private void stack() {
        left.setMinHeight(STACKED_LEFT_HEIGHT);
        right.setPrefWidth(Region.USE_COMPUTED_SIZE);
        right.setMinWidth(0);
        right.setMaxWidth(Double.MAX_VALUE);
        setContent(new VBox(SPACE, left, right));
    }

    private void sideBySide() {
        left.setMinHeight(0);
        right.setMinWidth(0);
        right.setPrefWidth(rightWidth);
        right.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(left, Priority.ALWAYS);
        left.setMinWidth(0);
        ScrollPane own = new ScrollPane(right);
        own.getStyleClass().add("columns");
        own.setFitToWidth(true);
        own.setFitToHeight(true);
        own.setHbarPolicy(ScrollBarPolicy.NEVER);
        own.setFocusTraversable(false);
        own.setMinWidth(rightWidth);
        own.setPrefWidth(rightWidth);
        setContent(new HBox(SPACE, left, own));
    }
}
