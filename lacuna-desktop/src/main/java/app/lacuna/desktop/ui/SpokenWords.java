package app.lacuna.desktop.ui;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.text.Text;

/** Everything that is written in a part of a page, in its order, as sentences. */
final class SpokenWords {
    private SpokenWords() {}

    static String of(Node part) {
        List<String> all = new ArrayList<>();
        write(part, part, all);
        return all.stream()
                .filter(words -> words != null && !words.isBlank())
                .map(SpokenWords::asSentence)
                .collect(Collectors.joining(" "));
    }

    /**
     * Buttons and fields are read when they have the focus themselves, and other parts are told by
     * themselves. What has a name for a screen reader is not read itself: it may be a password.
     */
    private static void write(Node part, Node node, List<String> all) {
        if (!node.isVisible() || node != part && Spoken.isPart(node)) {
            return;
        }
        if (node instanceof Mark mark) {
            all.add(mark.getAccessibleText());
        } else if (node instanceof Label label) {
            all.add(
                    Optional.ofNullable(node == part ? null : label.getAccessibleText())
                            .orElse(label.getText()));
        } else if (node instanceof Text text) {
            all.add(text.getText());
        } else if (node instanceof Parent parent && !(node instanceof Labeled)) {
            parent.getChildrenUnmodifiable().forEach(child -> write(part, child, all));
        }
    }

    private static String asSentence(String words) {
        String stripped = words.strip();
        return ".:!?".indexOf(stripped.charAt(stripped.length() - 1)) >= 0
                ? stripped
                : stripped + ".";
    }
}
