package app.lacuna.desktop.pack;

import app.lacuna.base.Secret;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.control.PopoverLayer;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.GuessTimes;
import app.lacuna.desktop.words.Words;
import app.lacuna.password.Attacker;
import app.lacuna.password.GuessCost;
import app.lacuna.password.PasswordMaker;
import app.lacuna.password.Strength;
import app.lacuna.password.TimeToGuess;
import java.security.SecureRandom;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** Makes a password: characters or words. What is made goes into the fields and stays there. */
final class MakePopover {
    private final PackViewModel model;
    private final PopoverLayer layer;
    private final PasswordMaker maker = new PasswordMaker(new SecureRandom());

    MakePopover(PackViewModel model, PopoverLayer layer) {
        this.model = model;
        this.layer = layer;
    }

    Node[] content() {
        return new Node[] {
            Page.label(Words.text("make.title"), Styles.CARD_TITLE),
            choice(
                    "make-characters",
                    Words.text("make.characters", PasswordMaker.CHARACTERS),
                    PasswordMaker.strengthOfCharacters(PasswordMaker.CHARACTERS),
                    () -> maker.characters(PasswordMaker.CHARACTERS)),
            choice(
                    "make-words",
                    Words.text("make.words", PasswordMaker.WORDS),
                    maker.strengthOfWords(PasswordMaker.WORDS),
                    () -> maker.words(PasswordMaker.WORDS)),
            note()
        };
    }

    private interface Making {
        Secret make();
    }

    private Node choice(String id, String words, Strength strength, Making making) {
        Button button =
                Page.button(
                        id,
                        words,
                        () -> {
                            try (Secret made = making.make()) {
                                model.take(made, strength);
                            }
                            layer.close();
                        });
        TimeToGuess time = TimeToGuess.of(strength, GuessCost.AES_ENTRY, Attacker.RACK);
        Label note =
                Page.label(Words.text("make.strength", GuessTimes.words(time)), Styles.SECONDARY);
        return new VBox(3, button, note);
    }

    private static Label note() {
        Label note = Page.label(Words.text("make.stays"), Styles.SECONDARY);
        note.setMaxWidth(340);
        return note;
    }
}
