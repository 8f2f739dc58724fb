package app.lacuna.desktop.ui;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.layout.Region;

/**
 * A part of a page that tells something, for somebody who does not see it. The toolkit has nothing
 * that is read out by itself: a screen reader follows the focus. So what comes is told in front of
 * the name of whatever has the focus, which stays where it is; and a key goes to these parts, each
 * of which is read in one piece, and again when it changes.
 */
public final class Spoken {
    private static final String PART = "spoken";

    private final Region part;
    private final boolean tellsChanges;
    private boolean wasShown;
    private int told; // as a number: of what was read nothing stays

    private Spoken(Region part, boolean tellsChanges) {
        this.part = part;
        this.tellsChanges = tellsChanges;
    }

    /** Told when it comes, and whenever it says something else. */
    public static void news(Region part) {
        if (!isPart(part)) {
            new Spoken(part, true).follow();
        }
    }

    /** Told when it comes; what it says next is read only while the focus is there. */
    public static void state(Region part) {
        new Spoken(part, false).follow();
    }

    /** What has taken the place of another page: read in one piece, and gone on from. */
    public static void page(Region content) {
        content.setAccessibleText(SpokenWords.of(content));
        Focus.on(content);
    }

    /** Of what was locked nothing stays in front of a name. */
    public static void forget() {
        Telling.forget();
    }

    /** Whether what has the focus is there to be read. */
    static boolean isPart(Node node) {
        return node.getProperties().containsKey(PART);
    }

    /**
     * Brings the focus to the next part that tells something.
     *
     * @return whether there is one
     */
    public static boolean next(Scene scene) {
        List<Node> parts = new ArrayList<>();
        collect(scene.getRoot(), parts);
        if (parts.isEmpty()) {
            return false;
        }
        int now = parts.indexOf(scene.getFocusOwner());
        parts.get((now + 1) % parts.size()).requestFocus();
        return true;
    }

    private static void collect(Node node, List<Node> parts) {
        if (!node.isVisible()) {
            return;
        }
        if (isPart(node) && !SpokenWords.of(node).isEmpty()) {
            parts.add(node);
        }
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, parts));
        }
    }

    private void follow() {
        part.getProperties().put(PART, this);
        part.getStyleClass().add(PART);
        part.needsLayoutProperty().addListener((property, before, now) -> look());
        part.visibleProperty().addListener((property, before, now) -> look());
        part.sceneProperty().addListener((property, before, now) -> look());
        part.focusedProperty().addListener((property, before, now) -> name());
    }

    private void look() {
        if (part.isNeedsLayout() && part.isVisible()) {
            return; // its words are being written
        }
        boolean shown = isShown(part);
        String now = shown ? SpokenWords.of(part) : "";
        boolean isNew = shown && (!wasShown || tellsChanges) && now.hashCode() != told;
        wasShown = shown;
        if (shown || !part.isVisible()) {
            told = now.hashCode();
        }
        name();
        if (isNew && !part.isFocused()) {
            Telling.in(part.getScene(), now);
            if (tellsChanges) {
                InSight.bring(part);
            }
        }
    }

    /** Only while the focus is there: nobody else asks. */
    private void name() {
        part.setAccessibleText(part.isFocused() ? SpokenWords.of(part) : null);
    }

    private static boolean isShown(Node node) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (!at.isVisible()) {
                return false;
            }
        }
        return node.getScene() != null;
    }
}
