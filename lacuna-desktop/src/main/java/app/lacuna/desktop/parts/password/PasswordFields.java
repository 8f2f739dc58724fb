package app.lacuna.desktop.parts.password;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.PasswordModel.Agreement;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.Words;
import javafx.application.Platform;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * The fields of a new password and what they say to each other. Hidden, it is typed twice; shown,
 * one field has all of the width, so that it can be read to its end.
 */
public final class PasswordFields extends VBox {
    private final PasswordModel model;
    private final HBox agreement = new HBox(8);
    private final SecretField first;
    private final ChangeListener<Agreement> follow = (property, before, now) -> show(now);

    /**
     * @param id of the first field, and before "-again" of the second
     */
    public PasswordFields(String id, PasswordModel model) {
        super(8);
        this.model = model;
        first =
                new SecretField(
                        id, Words.text("password.first"), model.firstText(), model.showing());
        SecretField second =
                new SecretField(
                        id + "-again",
                        Words.text("password.second"),
                        model.secondText(),
                        model.showing());
        second.visibleProperty().bind(model.showing().not());
        second.managedProperty().bind(second.visibleProperty());
        HBox fields = new HBox(8, first, second);
        HBox.setHgrow(first, Priority.ALWAYS);
        HBox.setHgrow(second, Priority.ALWAYS);
        agreement.setAlignment(Pos.CENTER_LEFT);
        agreement.setId(id.equals("password") ? "agreement" : id + "-agreement");
        Spoken.news(agreement);
        getChildren().setAll(fields, agreement, capsLock());
        model.agreement().addListener(new WeakChangeListener<>(follow));
        show(model.agreement().get());
    }

    /** Show or hide, by its own words. */
    public Button showLink(String id) {
        Button show =
                Page.link(
                        id,
                        Words.text("password.show"),
                        () -> model.showing().set(!model.showing().get()));
        show.textProperty()
                .bind(
                        model.showing()
                                .map(on -> Words.text(on ? "password.hide" : "password.show")));
        return show;
    }

    /** Said while it is typed, where the system knows. */
    private Label capsLock() {
        Label caps = Page.label(Words.text("password.caps"), Styles.ATTENTION);
        caps.setId("caps-lock");
        Spoken.news(caps);
        caps.setVisible(false);
        caps.managedProperty().bind(caps.visibleProperty());
        addEventFilter(
                KeyEvent.ANY,
                event -> caps.setVisible(Platform.isKeyLocked(KeyCode.CAPS).orElse(false)));
        return caps;
    }

    private void show(Agreement now) {
        Label words = Page.label(Words.text("agreement." + now));
        words.setId("agreement-words");
        Mark.Meaning meaning =
                switch (now) {
                    case SAME, SHOWN -> Mark.Meaning.DONE;
                    case DIFFERENT -> Mark.Meaning.STILL_READABLE;
                    case EMPTY, SECOND_MISSING -> Mark.Meaning.NOT_YET;
                };
        words.getStyleClass()
                .add(
                        switch (now) {
                            case SAME, SHOWN -> Styles.PROTECTED;
                            case DIFFERENT -> Styles.READABLE;
                            case EMPTY, SECOND_MISSING -> Styles.SECONDARY;
                        });
        agreement.getChildren().setAll(new Mark(meaning, 5), words);
    }

    public void focusFirst() {
        first.focusAndSelect();
    }
}
