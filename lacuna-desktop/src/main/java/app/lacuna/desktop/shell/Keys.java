package app.lacuna.desktop.shell;

import java.util.LinkedHashMap;
import java.util.Map;
import javafx.scene.Scene;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/** The keys that work everywhere, and what they do. */
public final class Keys {
    private final Map<KeyCombination, Runnable> actions = new LinkedHashMap<>();

    public Keys on(String combination, Runnable action) {
        actions.put(KeyCombination.valueOf(combination), action);
        return this;
    }

    public void listenOn(Scene scene) {
        scene.addEventFilter(
                KeyEvent.KEY_PRESSED,
                event ->
                        actions.entrySet().stream()
                                .filter(entry -> entry.getKey().match(event))
                                .findFirst()
                                .ifPresent(
                                        entry -> {
                                            entry.getValue().run();
                                            event.consume();
                                        }));
    }
}
