package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.beans.property.ObjectProperty;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.Toggle;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;

/**
 * One of several values, as buttons of which one is marked. It follows the value, and the value
 * follows it, whether it is clicked or reached with the arrow keys.
 */
public final class ChoiceGroup<T> {
    private final String id;
    private final List<T> values;
    private final ObjectProperty<T> choice;
    private final Function<T, String> words;
    private final ToggleGroup group = new ToggleGroup();
    private final ChangeListener<T> follow = (property, before, now) -> mark(now);
    private Runnable onClick = () -> {};
    private Function<T, Optional<String>> notes = value -> Optional.empty();

    /**
     * @param id of the buttons, before a dash and the value
     */
    public ChoiceGroup(
            String id, List<T> values, ObjectProperty<T> choice, Function<T, String> words) {
        this.id = id;
        this.values = List.copyOf(values);
        this.choice = choice;
        this.words = words;
        group.selectedToggleProperty().addListener((property, before, now) -> taken(now));
        choice.addListener(new WeakChangeListener<>(follow));
    }

    /** With a line under each button on what it means. */
    public ChoiceGroup<T> withNotes(Function<T, String> what) {
        notes = value -> Optional.of(what.apply(value));
        return this;
    }

    /** Done when one is clicked; with the keys one goes through all of them. */
    public ChoiceGroup<T> whenClicked(Runnable action) {
        onClick = action;
        return this;
    }

    @SuppressWarnings("unchecked") // what was put there below
    private void taken(Toggle toggle) {
        if (toggle != null) {
            choice.setValue((T) toggle.getUserData());
        }
    }

    private void mark(T value) {
        group.getToggles().stream()
                .filter(toggle -> toggle.getUserData().equals(value))
                .findFirst()
                .ifPresent(group::selectToggle);
    }

    private RadioButton button(T value) {
        RadioButton button = new RadioButton(words.apply(value));
        button.setId(id + "-" + value);
        button.setUserData(value);
        button.setToggleGroup(group);
        button.setOnMouseClicked(event -> onClick.run());
        return button;
    }

    /** One under the other. */
    public VBox column() {
        VBox column = new VBox(10);
        for (T value : values) {
            VBox line = new VBox(2, button(value));
            notes.apply(value)
                    .ifPresent(
                            text -> {
                                Label note = Page.label(text, Styles.SECONDARY, "choice-note");
                                note.setMaxWidth(400);
                                line.getChildren().add(note);
                            });
            column.getChildren().add(line);
        }
        return kept(column);
    }

    /** One beside the other. */
    public HBox row() {
        HBox row = new HBox(14);
        row.setAlignment(Pos.CENTER_LEFT);
        values.forEach(value -> row.getChildren().add(button(value)));
        return kept(row);
    }

    /** One beside the other, in as many lines as it takes. */
    public FlowPane lines() {
        FlowPane lines = new FlowPane(14, 6);
        lines.setMinWidth(0);
        for (T value : values) {
            RadioButton button = button(value);
            button.setWrapText(true);
            button.maxWidthProperty().bind(lines.widthProperty());
            lines.getChildren().add(button);
        }
        return kept(lines);
    }

    /** The listener lives as long as the buttons. */
    private <P extends Pane> P kept(P pane) {
        pane.setUserData(this);
        mark(choice.get());
        return pane;
    }
}
