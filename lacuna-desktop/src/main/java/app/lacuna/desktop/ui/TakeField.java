package app.lacuna.desktop.ui;

import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/** A field and the button that takes what was typed; Enter does the same. */
public final class TakeField extends HBox {
    private static final double GAP = 8;

    private final TextField field;

    /**
     * @param fieldId of the field
     * @param text that is there at first
     * @param button takes it
     */
    public TakeField(String fieldId, String text, Button button, Consumer<String> take) {
        super(GAP);
        field = new TextField(text);
        field.setId(fieldId);
        HBox.setHgrow(field, Priority.ALWAYS);
        button.setOnAction(event -> take.accept(field.getText()));
        field.setOnAction(event -> button.fire());
        getChildren().setAll(field, button);
    }

    /** Said aloud of the field. */
    public TakeField called(String accessible) {
        FieldName.give(field, accessible);
        return this;
    }

    /** Shown while it is empty. */
    public TakeField prompting(String prompt) {
        field.setPromptText(prompt);
        return this;
    }

    public TakeField columns(int columns) {
        field.setPrefColumnCount(columns);
        return this;
    }

    public TextField field() {
        return field;
    }
}
