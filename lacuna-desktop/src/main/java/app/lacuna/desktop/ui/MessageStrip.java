package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.FailureText;
import java.util.Optional;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** A failure on the page: what happened in bold, then what is safe and what to do. */
public final class MessageStrip extends HBox {
    private final Label what = Page.label("", "message-what");
    private final Label rest = Page.label("", Styles.SECONDARY);

    public MessageStrip(ObservableValue<Optional<FailureText>> failure) {
        super(16);
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add(Styles.MESSAGE);
        VBox words = new VBox(2, what, rest);
        HBox.setHgrow(words, Priority.ALWAYS);
        getChildren().add(words);
        Spoken.news(this);
        show(failure.getValue());
        failure.addListener((property, before, now) -> show(now));
    }

    private void show(Optional<FailureText> failure) {
        setVisible(failure.isPresent());
        setManaged(failure.isPresent());
        failure.ifPresent(
                text -> {
                    what.setText(text.what());
                    rest.setText(text.safe() + " " + text.next());
                });
    }
}
