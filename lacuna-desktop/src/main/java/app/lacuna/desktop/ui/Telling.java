package app.lacuna.desktop.ui;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.beans.property.Property;
import javafx.beans.value.ChangeListener;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Labeled;
import javafx.stage.Window;

/** Words in front of the name of what has the focus, until the focus goes on. */
final class Telling {
    private static final String WAITING = "telling.waiting";
    private static final String TOLD = "telling.told";

    private final Node owner;
    private final Property<String> name;
    private final ChangeListener<Object> over = (property, before, now) -> end();
    private Optional<String> nameBefore = Optional.empty();
    private String said = "";

    private Telling(Node owner, Property<String> name) {
        this.owner = owner;
        this.name = name;
    }

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

    /** What has the focus is called what it is called, whatever was told there. */
    static void forget() {
        for (Window window : Window.getWindows()) {
            Optional.ofNullable(window.getScene())
                    .map(Scene::getFocusOwner)
                    .flatMap(Telling::at)
                    .ifPresent(Telling::end);
        }
    }

    private static Optional<Telling> at(Node owner) {
        return Optional.ofNullable((Telling) owner.getProperties().get(TOLD));
    }

    private static void inFrontOf(Node owner, String words) {
        Property<String> name = FieldName.of(owner).orElseGet(owner::accessibleTextProperty);
        if (!name.isBound() && !Spoken.isPart(owner)) {
            at(owner).orElseGet(() -> new Telling(owner, name).begin()).tell(words);
        }
    }

    private Telling begin() {
        owner.getProperties().put(TOLD, this);
        owner.focusedProperty().addListener(over);
        if (owner instanceof Labeled labeled) {
            labeled.textProperty().addListener(over); // it is called otherwise now
        }
        return this;
    }

    private void tell(String words) {
        if (!isAsSaid()) {
            nameBefore = Optional.ofNullable(name.getValue()); // somebody has given it another one
        }
        said = (words + " " + nameBefore.orElseGet(this::ownWords)).strip();
        name.setValue(said);
        owner.notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    private void end() {
        owner.getProperties().remove(TOLD);
        owner.focusedProperty().removeListener(over);
        if (owner instanceof Labeled labeled) {
            labeled.textProperty().removeListener(over);
        }
        if (isAsSaid()) {
            name.setValue(nameBefore.orElse(null));
        }
    }

    private boolean isAsSaid() {
        return !said.isEmpty() && said.equals(name.getValue());
    }

    /** Of a button that has no other name. */
    private String ownWords() {
        return owner instanceof Labeled labeled && labeled.getText() != null
                ? labeled.getText()
                : "";
    }
}
