package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.GuessTimes;
import app.lacuna.desktop.words.Words;
import app.lacuna.password.Attacker;
import app.lacuna.password.GuessCost;
import app.lacuna.password.PasswordMaker;
import app.lacuna.password.Strength;
import app.lacuna.password.TimeToGuess;
import java.security.SecureRandom;
import java.util.function.IntFunction;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** Makes a password: characters or words. What is made goes into the fields and stays there. */
public final class MakePopover {
    private final NewPassword model;
    private final Runnable done;
    private final PasswordMaker maker = new PasswordMaker(new SecureRandom());

    public MakePopover(NewPassword model, Runnable done) {
        this.model = model;
        this.done = done;
    }

    public Node[] content() {
        return new Node[] {
            Page.label(Words.text("make.title"), Styles.CARD_TITLE),
            choice(
                    "characters",
                    new Spinner<>(
                            PasswordMaker.MIN_CHARACTERS,
                            PasswordMaker.MAX_CHARACTERS,
                            PasswordMaker.CHARACTERS),
                    PasswordMaker::strengthOfCharacters,
                    maker::characters),
            choice(
                    "words",
                    new Spinner<>(
                            PasswordMaker.MIN_WORDS, PasswordMaker.MAX_WORDS, PasswordMaker.WORDS),
                    maker::strengthOfWords,
                    maker::words),
            note()
        };
    }

    /** How many, a button that makes as many, and what they are worth. */
    private Node choice(
            String kind,
            Spinner<Integer> count,
            IntFunction<Strength> strength,
            IntFunction<Secret> making) {
        count.setId("make-" + kind + "-count");
        count.setEditable(true);
        count.setPrefWidth(76);
        FieldName.give(count, Words.text("make." + kind));
        Button button = Page.button("make-" + kind, Words.text("make." + kind), () -> {});
        button.setOnAction(
                event -> {
                    try (Secret made = making.apply(count.getValue())) {
                        model.take(made, strength.apply(count.getValue()));
                    }
                    done.run();
                });
        Label worth = Page.label("", Styles.SECONDARY);
        worth.setId("make-" + kind + "-worth");
        worth.textProperty().bind(count.valueProperty().map(n -> worth(strength.apply(n))));
        HBox row = new HBox(8, count, button);
        row.setAlignment(Pos.CENTER_LEFT);
        return new VBox(3, row, worth);
    }

    private static String worth(Strength strength) {
        TimeToGuess time = TimeToGuess.of(strength, GuessCost.AES_ENTRY, Attacker.RACK);
        return Words.text("make.strength", GuessTimes.words(time));
    }

    private static Label note() {
        Label note = Page.label(Words.text("make.stays"), Styles.SECONDARY);
        note.setMaxWidth(340);
        return note;
    }
}
