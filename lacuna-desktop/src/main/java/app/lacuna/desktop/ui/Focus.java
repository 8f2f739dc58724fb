package app.lacuna.desktop.ui;

import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.scene.Node;
import javafx.scene.control.TextInputControl;

/**
 * Brings the focus to something that has only just been put onto the page: what scrolls takes its
 * content in with the next picture, and until then a wish for the focus is lost.
 */
public final class Focus {
    private Focus() {}

    /** Now, or as soon as it is on the page. */
    public static void on(Node node) {
        on(node, () -> {});
    }

    /** Whatever has the focus in there keeps it, with what is marked in it, when that is moved. */
    static void keep(Node around, Runnable move) {
        Node owner = around.getScene() == null ? null : around.getScene().getFocusOwner();
        Runnable mark = owner instanceof TextInputControl text ? marked(text) : () -> {};
        boolean within = owner != null && isIn(owner, around);
        move.run();
        if (owner != null && within) {
            on(owner, mark);
        }
    }

    private static Runnable marked(TextInputControl text) {
        int anchor = text.getAnchor();
        int caret = text.getCaretPosition();
        return () -> text.selectRange(anchor, caret);
    }

    static boolean isIn(Node node, Node around) {
        Node at = node;
        while (at != null && at != around) {
            at = at.getParent();
        }
        return at != null;
    }

    private static void on(Node node, Runnable then) {
        if (node.getScene() != null) {
            take(node);
            then.run();
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
                                    then.run();
                                }
                            }
                        });
    }

    private static void take(Node node) {
        node.requestFocus();
        InSight.bring(node);
    }
}
