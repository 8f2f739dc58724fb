package app.lacuna.desktop.window;

import app.lacuna.desktop.ui.Wordmark;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import javafx.geometry.Bounds;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Cell;
import javafx.scene.control.Labeled;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.text.Text;

/** What can be read of a window: by the eye, and by a screen reader. */
final class Legible {
    /** The mark of a sentence that has been through the translation. */
    static final char BEGIN = '\u27E6';

    static final char END = '\u27E7';

    /** Names of files, places and dates: what nobody translates. */
    private static final Pattern FACT =
            Pattern.compile(
                    "\\W*[\\w/.-]*[./][\\w/.-]+|season|English|Deutsch|AES-\\d+|\\d+ \\w+( \\d{4})?(, [\\d:]+)?",
                    Pattern.UNICODE_CHARACTER_CLASS);

    /** A number with a unit: no language makes that a third longer. */
    private static final Pattern AMOUNT = Pattern.compile(BEGIN + "[\\d.,]+ \\w+~*" + END);

    private Legible() {}

    /** As a translation that is a third longer would be. */
    static String longer(String text) {
        return text.isEmpty()
                ? text
                : BEGIN
                        + text
                        + "~".repeat(Math.max(1, text.replaceAll("\\W", "").length() / 5))
                        + END;
    }

    static List<Node> all(Scene scene) {
        List<Node> all = new ArrayList<>();
        collect(scene.getRoot(), all);
        return all;
    }

    private static void collect(Node node, List<Node> all) {
        if (!node.isVisible()) {
            return;
        }
        all.add(node);
        if (node instanceof Parent parent) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, all));
        }
    }

    /** Texts that are cut by their own width, or by what they stand in; names of files may be. */
    static List<String> cut(Scene scene) {
        List<String> cut = new ArrayList<>();
        for (Node node : all(scene)) {
            if (node instanceof Labeled label
                    && label.getText() != null
                    && !label.getText().isBlank()
                    && !isData(label)
                    && !FACT.matcher(label.getText()).matches()
                    && (isShortened(label) || isCovered(label))) {
                cut.add(label.getText());
            }
        }
        return cut;
    }

    static boolean isShortened(Labeled label) {
        return label.lookup(".text") instanceof Text shown
                && shown.getText().length() < label.getText().strip().length();
    }

    /** What scrolls up and down may be half out of sight; nothing scrolls sideways. */
    private static boolean isCovered(Labeled label) {
        Bounds own = label.localToScene(label.getBoundsInLocal());
        if (own.getWidth() == 0) {
            return false;
        }
        for (Node at = label.getParent(); at != null; at = at.getParent()) {
            if (at.getClip() != null) {
                Bounds seen = at.localToScene(at.getClip().getBoundsInParent());
                if (own.getMaxX() > seen.getMaxX() + 1.5 || own.getMinX() < seen.getMinX() - 1.5) {
                    return true;
                }
            }
        }
        return own.getMaxX() > label.getScene().getWidth() + 1.5;
    }

    /** Names and places are as long as they are; their whole text is in a tooltip. */
    private static boolean isData(Labeled label) {
        String text = String.valueOf(label.getText());
        if (text.indexOf(BEGIN) >= 0 && !AMOUNT.matcher(text).matches()) {
            return false; // in a table, too, what was translated is not data
        }
        for (Node at = label; at != null; at = at.getParent()) {
            if (at instanceof Cell || at instanceof VirtualFlow || at instanceof Wordmark) {
                return true;
            }
        }
        Set<String> styles = Set.copyOf(label.getStyleClass());
        return styles.contains("mono")
                || styles.contains("brief-word")
                || styles.contains("brief-fact");
    }

    /** What stands on the page without having been through the translation. */
    static List<String> untranslated(Scene scene) {
        List<String> found = new ArrayList<>();
        for (Node node : all(scene)) {
            if (node instanceof Labeled label
                    && label.getText() != null
                    && label.getText().matches("(?s).*\\p{L}{2}.*")
                    && !isData(label)
                    && !isGuide(label)
                    && !FACT.matcher(label.getText()).matches()
                    && label.getText().indexOf(BEGIN) < 0) {
                found.add(label.getText());
            }
        }
        return found;
    }

    /** The guide is a text of its own in each language. */
    private static boolean isGuide(Node node) {
        for (Node at = node; at != null; at = at.getParent()) {
            if (at.getStyleClass().contains("help-list")
                    || at.getStyleClass().contains("help-text")) {
                return true;
            }
        }
        return false;
    }

    /** What can have the focus and tells a screen reader nothing, or not what it is. */
    static List<String> silent(Scene scene) {
        List<String> silent = new ArrayList<>();
        for (Node node : all(scene)) {
            if (node.isFocusTraversable() && !node.isDisabled() && !isPartOfAnother(node)) {
                if (!isSaid(name(node)) || node.getAccessibleRole() == AccessibleRole.NODE) {
                    silent.add(node.getClass().getSimpleName() + "#" + node.getId());
                }
            }
        }
        return silent;
    }

    /** The focus is on what it is a part of. */
    private static boolean isPartOfAnother(Node node) {
        return node instanceof ScrollBar || node.getParent() instanceof Spinner;
    }

    /** What is asked of the toolkit: of a field its label, since its text is what is in it. */
    static Object name(Node node) {
        Object label = node.queryAccessibleAttribute(AccessibleAttribute.LABELED_BY);
        if (label instanceof Labeled by) {
            return by.getText();
        }
        return node instanceof TextInputControl || node instanceof Spinner
                ? null
                : node.queryAccessibleAttribute(AccessibleAttribute.TEXT);
    }

    private static boolean isSaid(Object text) {
        return text instanceof String words && !words.isBlank();
    }
}
