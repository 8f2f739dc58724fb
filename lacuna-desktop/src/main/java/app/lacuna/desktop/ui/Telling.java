package app.lacuna.desktop.ui;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.beans.property.Property;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;

/** Words in front of the name of what has the focus, until the focus goes on. */
final class Telling {
    private static final String WAITING = "telling.waiting";
    private static final String NAME_BEFORE = "telling.name-before";

    private Telling() {}

    /** What comes at once is told in one piece. */
    @SuppressWarnings("unchecked") // nobody else puts something there
    static void in(Scene scene, String words) {
        List<String> waiting =
                (List<String>)
                        scene.getProperties().computeIfAbsent(WAITING, key -> new ArrayList<>());
        waiting.add(words);
        if (waiting.size() == 1) {
            Platform.runLater(
                    () -> {
                        String all = String.join(" ", waiting);
                        waiting.clear(); // first: a failure below must not silence what comes later
                        Optional.ofNullable(scene.getFocusOwner())
                                .ifPresent(owner -> inFrontOf(owner, all));
                    });
        }
    }

    private static void inFrontOf(Node owner, String words) {
        Property<String> name = FieldName.of(owner).orElseGet(owner::accessibleTextProperty);
        if (name.isBound() || Spoken.isPart(owner)) {
            return;
        }
        if (!owner.getProperties().containsKey(NAME_BEFORE)) {
            owner.getProperties().put(NAME_BEFORE, Optional.ofNullable(name.getValue()));
            owner.focusedProperty().addListener(untilItGoesOn(owner, name));
        }
        name.setValue((words + " " + nameBefore(owner).orElseGet(() -> ownWords(owner))).strip());
        owner.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    private static InvalidationListener untilItGoesOn(Node owner, Property<String> name) {
        return new InvalidationListener() {
            @Override
            public void invalidated(Observable focus) {
                owner.focusedProperty().removeListener(this);
                name.setValue(nameBefore(owner).orElse(null));
                owner.getProperties().remove(NAME_BEFORE);
            }
        };
    }

    @SuppressWarnings("unchecked") // nobody else puts something there
    private static Optional<String> nameBefore(Node owner) {
        return (Optional<String>) owner.getProperties().get(NAME_BEFORE);
    }

    /** Of a button that has no other name. */
    private static String ownWords(Node owner) {
        return owner instanceof Labeled labeled && labeled.getText() != null
                ? labeled.getText()
                : "";
    }
}
