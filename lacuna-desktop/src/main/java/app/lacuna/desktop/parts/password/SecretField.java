package app.lacuna.desktop.parts.password;

import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.Focus;
import javafx.beans.property.BooleanProperty;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.scene.control.PasswordField;
import javafx.scene.control.TextField;
import javafx.scene.layout.StackPane;

/**
 * A field for a password that can be shown while it is typed. After each use it is made anew, and
 * what the old one had in its buffer is overwritten.
 */
public final class SecretField extends StackPane {
    private final String id;
    private final String accessible;
    private final SecretText text;
    private final BooleanProperty showing;
    private final ChangeListener<Number> renew = (property, before, now) -> renew();
    private TextField hidden;
    private TextField shown;
    private Runnable onEnter = () -> {};

    public SecretField(String id, String accessible, SecretText text, BooleanProperty showing) {
        this.id = id;
        this.accessible = accessible;
        this.text = text;
        this.showing = showing;
        setId(id + "-box");
        make();
        text.uses().addListener(new WeakChangeListener<>(renew));
    }

    private void make() {
        hidden = made(new PasswordField(), id);
        shown = made(new TextField(), id + "-shown");
        shown.getStyleClass().add("mono");
        shown.visibleProperty().bind(showing);
        hidden.visibleProperty().bind(showing.not());
        getChildren().setAll(hidden, shown);
    }

    private TextField made(TextField field, String ownId) {
        field.setId(ownId);
        FieldName.give(field, accessible);
        field.setPromptText(accessible);
        field.textProperty().bindBidirectional(text.text());
        field.setOnAction(event -> onEnter.run());
        return field;
    }

    private void renew() {
        boolean focused = hidden.isFocused() || shown.isFocused();
        overwrite(hidden);
        overwrite(shown);
        make();
        if (focused) {
            Focus.on(current());
        }
    }

    /** The buffer keeps its length and gets other characters; only then it is let go of. */
    private void overwrite(TextField field) {
        field.textProperty().unbindBidirectional(text.text());
        field.visibleProperty().unbind();
        field.setOnAction(null);
        int length = field.getLength();
        field.replaceText(0, length, "x".repeat(length));
        field.clear();
    }

    /** It is not used any more. */
    public void forget() {
        overwrite(hidden);
        overwrite(shown);
        getChildren().clear();
    }

    private TextField current() {
        return shown.isVisible() ? shown : hidden;
    }

    public void focusAndSelect() {
        Focus.on(current());
        current().selectAll();
    }

    public void onEnter(Runnable action) {
        onEnter = action;
    }
}
