package app.lacuna.desktop.ui;

import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.scene.Node;

/**
 * Brings the focus to something that has only just been put onto the page: what scrolls takes its
 * content in with the next picture, and until then a wish for the focus is lost.
 */
public final class Focus {
    private Focus() {}

    /** Now, or as soon as it is on the page. */
    public static void on(Node node) {
        if (node.getScene() != null) {
            take(node);
            return;
        }
        node.sceneProperty()
                .addListener(
                        new InvalidationListener() {
                            @Override
                            public void invalidated(Observable scene) {
                                node.sceneProperty().removeListener(this);
                                if (node.getScene() != null) {
                                    take(node);
                                }
                            }
                        });
    }

    private static void take(Node node) {
        node.requestFocus();
        InSight.bring(node);
    }
}
