package app.lacuna.desktop.ui;

import javafx.beans.property.BooleanProperty;
import javafx.beans.property.StringProperty;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import javafx.scene.layout.StackPane;

/** A field for a password that can be shown while it is typed. */
public final class SecretField extends StackPane {
    private final PasswordField hidden = new PasswordField();
    private final TextField shown = new TextField();

    public SecretField(String id, String accessible, StringProperty text, BooleanProperty showing) {
        setId(id + "-box");
        for (TextField field : new TextField[] {hidden, shown}) {
            field.textProperty().bindBidirectional(text);
            field.setAccessibleText(accessible);
            field.setPromptText(accessible);
        }
        hidden.setId(id);
        shown.setId(id + "-shown");
        shown.getStyleClass().add("mono");
        shown.visibleProperty().bind(showing);
        hidden.visibleProperty().bind(showing.not());
        getChildren().addAll(hidden, shown);
    }

    private TextField current() {
        return shown.isVisible() ? shown : hidden;
    }

    public void focusAndSelect() {
        current().requestFocus();
        current().selectAll();
    }

    public void onEnter(Runnable action) {
        hidden.setOnAction(event -> action.run());
        shown.setOnAction(event -> action.run());
    }

    /** Lets nobody type a half that does not count. */
    public void setUnused(boolean unused) {
        setDisable(unused);
    }
}
