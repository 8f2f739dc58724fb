package app.lacuna.desktop.ui;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.look.Styles;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Control;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/** Lies over the whole window and shows at most one popover, under the word that opened it. */
public final class PopoverLayer extends Pane {
    private static final double GAP = 6;
    private static final double EDGE = 12;

    private final VBox popover = new VBox();
    private @Nullable Node opener;

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
                    } else if (event.getCode() == KeyCode.TAB) {
                        next(event.isShiftDown() ? -1 : 1);
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
        Node word = requireNonNull(opener);
        return word.localToScene(word.getLayoutBounds());
    }

    private void focusFirst() {
        firstControl(popover.getChildren()).ifPresentOrElse(Node::requestFocus, this::requestFocus);
    }

    private static Optional<Node> firstControl(Iterable<Node> nodes) {
        return controls(nodes).stream().findFirst();
    }

    /** What can have the focus, in the order in which it is seen. */
    private static List<Node> controls(Iterable<Node> nodes) {
        List<Node> found = new ArrayList<>();
        for (Node node : nodes) {
            if (!node.isVisible() || node.isDisabled()) {
                continue;
            }
            if (node instanceof Control && node.isFocusTraversable()) {
                found.add(node);
            } else if (node instanceof Pane pane) {
                found.addAll(controls(pane.getChildren()));
            } else if (node instanceof ScrollPane scroll && scroll.getContent() != null) {
                found.addAll(controls(List.of(scroll.getContent())));
            }
        }
        return found;
    }

    /** The focus stays in the popover, and goes round in it. */
    private void next(int step) {
        List<Node> all = controls(popover.getChildren());
        if (all.isEmpty()) {
            return;
        }
        int now = -1;
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).isFocused() || all.get(i).isFocusWithin()) {
                now = i;
            }
        }
        all.get(Math.floorMod(now < 0 ? 0 : now + step, all.size())).requestFocus();
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
        Node before = opener;
        opener = null;
        if (before != null) {
            Node now = before.getScene() == null ? madeAgain(before) : before;
            if (now != null) {
                now.requestFocus();
            }
        }
    }

    /** A sentence that was written anew has another node for the same word. */
    private @Nullable Node madeAgain(Node gone) {
        return gone.getId() == null || getScene() == null
                ? null
                : getScene().lookup("#" + gone.getId());
    }
}
