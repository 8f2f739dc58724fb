package app.lacuna.desktop.ui;

import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;

/** Scrolls what somebody is to see into sight, no further than it takes. */
public final class InSight {
    private static final double ROUNDING = 1;

    private InSight() {}

    /** As soon as it has its place; it may have become visible just now. */
    public static void bring(Node node) {
        Platform.runLater(
                () -> {
                    if (node.getScene() != null && node.isVisible()) {
                        node.getScene().getRoot().applyCss();
                        node.getScene().getRoot().layout();
                        scrollAllAround(node);
                    }
                });
    }

    /** From within: what is around moves it as a whole. */
    private static void scrollAllAround(Node node) {
        for (Node above = node.getParent(); above != null; above = above.getParent()) {
            if (above instanceof ScrollPane pane) {
                scroll(pane, node);
            }
        }
    }

    private static void scroll(ScrollPane pane, Node node) {
        double shown = pane.getViewportBounds().getHeight();
        double room = pane.getContent().getLayoutBounds().getHeight() - shown;
        if (room <= 0) {
            return;
        }
        Bounds own = pane.getContent().sceneToLocal(node.localToScene(node.getLayoutBounds()));
        double top = pane.getVvalue() * room;
        if (own.getMinY() < top || own.getHeight() > shown) {
            top = own.getMinY();
        } else if (own.getMaxY() > top + shown) {
            top = own.getMaxY() - shown;
        }
        if (!takesFocusAway(pane, node, top, shown)) {
            pane.setVvalue(Math.max(0, Math.min(1, top / room)));
        }
    }

    /** Whoever writes in a field keeps it before their eyes, whatever comes elsewhere. */
    private static boolean takesFocusAway(ScrollPane pane, Node node, double top, double shown) {
        Node owner = node.getScene().getFocusOwner();
        if (!(owner instanceof TextInputControl)
                || !Focus.isIn(owner, pane.getContent())
                || Focus.isIn(owner, node)) {
            return false;
        }
        Bounds field = pane.getContent().sceneToLocal(owner.localToScene(owner.getLayoutBounds()));
        double now = pane.getVvalue() * (pane.getContent().getLayoutBounds().getHeight() - shown);
        return isSeen(field, now, shown) && !isSeen(field, top, shown);
    }

    private static boolean isSeen(Bounds bounds, double top, double shown) {
        return bounds.getMinY() > top - ROUNDING && bounds.getMaxY() < top + shown + ROUNDING;
    }
}
