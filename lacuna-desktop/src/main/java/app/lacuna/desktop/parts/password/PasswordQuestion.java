package app.lacuna.desktop.parts.password;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Asked before a page is left that alone knows a password. */
public final class PasswordQuestion extends HBox {
    private Runnable goOn = () -> {};

    /**
     * @param isKnown done when the user says to have it
     * @param isLost done when the user lets it go
     */
    public PasswordQuestion(Runnable isKnown, Runnable isLost) {
        setId("password-question");
        getStyleClass().add(Styles.MESSAGE);
        setAlignment(Pos.CENTER_LEFT);
        Label words = Page.label(Words.text("kept.question"), "message-what");
        words.setMinWidth(0);
        getChildren()
                .setAll(
                        words,
                        Page.spacer(),
                        new WrappingRow(
                                10,
                                Page.button(
                                        "question-have",
                                        Words.text("kept.have"),
                                        () -> answered(isKnown)),
                                Page.button(
                                        "question-lose",
                                        Words.text("kept.lose"),
                                        () -> answered(isLost)),
                                Page.button(
                                        "question-stay",
                                        Words.text("leaving.stay"),
                                        this::withdraw)));
        setVisible(false);
        managedProperty().bind(visibleProperty());
    }

    private void answered(Runnable answer) {
        Runnable next = goOn;
        withdraw();
        answer.run();
        next.run();
    }

    /**
     * What it was asked for is not wanted any more.
     *
     * @return whether it was asked
     */
    public boolean withdraw() {
        boolean asked = isVisible();
        goOn = () -> {};
        setVisible(false);
        return asked;
    }

    /**
     * Shown until it is answered or withdrawn; {@code then} if the page is to be left all the same.
     */
    public void ask(Runnable then) {
        goOn = then;
        setVisible(true);
    }
}
