package app.lacuna.desktop.shell;

import app.lacuna.desktop.settings.Setting;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;

/**
 * A place of the window: something that the user goes to, in the order of the list that the program
 * is put together with. The window knows no place by its name; what it needs of one is here.
 */
public interface Place {
    /** One word in small letters: of its button, its texts and its styles. */
    String id();

    /** As it stands in the margin. */
    String title();

    /** What is to be known of it elsewhere too, in two words; empty if there is nothing. */
    default ObservableValue<String> note() {
        return new ReadOnlyStringWrapper("");
    }

    /** A box at the foot of the margin that leads here, in place of a line in the list. */
    default Optional<Button> marginBox() {
        return Optional.empty();
    }

    /** What is shown of it at the moment. */
    ObservableValue<? extends Region> page();

    /** Puts the focus where one goes on. */
    void focusFirst();

    /** Brings the cursor to where it is looked for something, if there is such a field. */
    default void find() {}

    /** The dark button, whichever it is at the moment. */
    default void primary() {}

    /**
     * What Esc means here: takes back a question, or asks whether to cancel what is under way.
     *
     * @return whether there was anything
     */
    default boolean cancel() {
        return false;
    }

    /** Whether these are taken when they are dropped on it, or pasted, or given at the start. */
    default boolean accepts(List<Path> paths) {
        return false;
    }

    /** Only what it accepts. */
    default void take(List<Path> paths) {
        throw new IllegalStateException("takes nothing");
    }

    /**
     * Before the window closes. Goes on at once if nothing is lost by that; otherwise the place is
     * to be shown and asks first, and goes on when it has been answered.
     *
     * @param showing brings it onto the page
     */
    default void leave(Runnable showing, Runnable goOn) {
        goOn.run();
    }

    /**
     * The window is not to be closed any more: what {@link #leave} has asked is withdrawn.
     *
     * @return whether there was a question
     */
    default boolean stopAsking() {
        return false;
    }

    /** Forgets what is secret, if that loses nothing; otherwise asks. */
    default void lock() {}

    /** Mouse or keyboard has been touched. */
    default void touched() {}

    /** Keys that work while it is shown. */
    default List<PlaceKey> keys() {
        return List.of();
    }

    /** What can be set once and for all here. */
    default List<Setting<?>> settings() {
        return List.of();
    }

    /** The window closes for good: what is under way is cancelled, and nothing is asked. */
    default void end() {}

    /**
     * A key of a place.
     *
     * @param combination as the toolkit writes it
     * @param line what the sheet of keys says of it
     * @param everywhere whether it works in other places too, and brings this one up
     * @param action whether it did something; if not, others may have the key
     */
    record PlaceKey(String combination, Optional<String> line, boolean everywhere, Action action) {
        public PlaceKey(String combination, Optional<String> line, Action action) {
            this(combination, line, false, action);
        }

        /** What a key does. */
        @FunctionalInterface
        public interface Action {
            boolean run();
        }

        /** One that works in other places too. */
        public static PlaceKey everywhere(String combination, String line, Runnable action) {
            PlaceKey key = of(combination, line, action);
            return new PlaceKey(key.combination(), key.line(), true, key.action());
        }

        public static PlaceKey of(String combination, String line, Runnable action) {
            return new PlaceKey(
                    combination,
                    Optional.of(line),
                    () -> {
                        action.run();
                        return true;
                    });
        }
    }
}
