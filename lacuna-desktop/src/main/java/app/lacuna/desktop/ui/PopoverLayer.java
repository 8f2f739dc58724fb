package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Control;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;

/** Lies over the whole window and shows at most one popover, under the word that opened it. */
public final class PopoverLayer extends Pane {
    private static final double GAP = 6;
    private static final double EDGE = 12;

    private final VBox popover = new VBox();
    private Node opener;

    public PopoverLayer() {
        popover.getStyleClass().add(Styles.POPOVER);
        popover.setFocusTraversable(false);
        getChildren().add(popover);
        setVisible(false);
        setOnMousePressed(
                event -> {
                    if (event.getTarget() == this) {
                        close();
                    }
                });
        addEventFilter(
                KeyEvent.KEY_PRESSED,
                event -> {
                    if (event.getCode() == KeyCode.ESCAPE) {
                        close();
                        event.consume();
                    }
                });
    }

    public void show(Node anchor, Node... content) {
        opener = anchor;
        popover.getChildren().setAll(content);
        setVisible(true);
        popover.applyCss();
        popover.autosize();
        place();
        Platform.runLater(this::focusFirst);
    }

    private void place() {
        Bounds bounds = anchorBounds();
        Point2D under = sceneToLocal(bounds.getMinX(), bounds.getMaxY() + GAP);
        double x = Math.min(under.getX(), getWidth() - popover.getWidth() - EDGE);
        double y = under.getY();
        if (y + popover.getHeight() > getHeight() - EDGE) {
            double above = sceneToLocal(0, bounds.getMinY()).getY() - popover.getHeight() - GAP;
            y = Math.max(EDGE, above);
        }
        popover.relocate(Math.max(EDGE, x), y);
    }

    private Bounds anchorBounds() {
        return opener.localToScene(opener.getLayoutBounds());
    }

    private void focusFirst() {
        firstControl(popover.getChildren()).ifPresentOrElse(Node::requestFocus, this::requestFocus);
    }

    private static java.util.Optional<Node> firstControl(Iterable<Node> nodes) {
        for (Node node : nodes) {
            if (node instanceof Control && node.isFocusTraversable()) {
                return java.util.Optional.of(node);
            }
            if (node instanceof Pane pane) {
                java.util.Optional<Node> inside = firstControl(pane.getChildren());
                if (inside.isPresent()) {
                    return inside;
                }
            }
        }
        return java.util.Optional.empty();
    }

    public boolean isOpen() {
        return isVisible();
    }

    /** Gives the focus back to the word that opened it. */
    public void close() {
        if (!isVisible()) {
            return;
        }
        setVisible(false);
        popover.getChildren().clear();
        if (opener != null) {
            opener.requestFocus();
        }
    }
}
