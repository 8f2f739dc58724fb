package app.lacuna.desktop.shell;

import app.lacuna.desktop.ui.KeyNames;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/**
 * The keys of the window and of the place that is shown. What edits a text belongs to the field
 * that has the focus, before anybody else.
 */
final class Keys {
    private static final Set<KeyCode> OF_TEXT_FIELDS =
            Set.of(
                    KeyCode.A, KeyCode.C, KeyCode.H, KeyCode.V, KeyCode.X, KeyCode.Y, KeyCode.Z,
                    KeyCode.D);

    private final List<Key> keys = new ArrayList<>();
    private final Supplier<List<Place.PlaceKey>> ofPlace;

    private record Key(KeyCombination combination, Place.PlaceKey.Action action) {}

    Keys(Supplier<List<Place.PlaceKey>> ofPlace) {
        this.ofPlace = ofPlace;
    }

    Keys on(String combination, Runnable action) {
        keys.add(
                new Key(
                        KeyNames.combination(combination),
                        () -> {
                            action.run();
                            return true;
                        }));
        return this;
    }

    void listenOn(Scene scene) {
        scene.addEventFilter(KeyEvent.KEY_PRESSED, event -> press(scene, event));
    }

    private void press(Scene scene, KeyEvent event) {
        if (belongsToText(scene.getFocusOwner(), event)) {
            return;
        }
        List<Key> all = new ArrayList<>(keys);
        ofPlace.get()
                .forEach(
                        key ->
                                all.add(
                                        new Key(
                                                KeyNames.combination(key.combination()),
                                                key.action())));
        for (Key key : all) {
            if (key.combination().match(event) && key.action().run()) {
                event.consume();
                return;
            }
        }
    }

    private static boolean belongsToText(Node focused, KeyEvent event) {
        return focused instanceof TextInputControl
                && event.isShortcutDown()
                && !event.isShiftDown()
                && OF_TEXT_FIELDS.contains(event.getCode());
    }
}
