package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Words;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;

/** Saves what the brief says, with the files and the rules, under a name. */
final class RoundPopover {
    private final PackViewModel model;
    private final PopoverLayer layer;

    RoundPopover(PackViewModel model, PopoverLayer layer) {
        this.model = model;
        this.layer = layer;
    }

    Node[] content() {
        TextField name = new TextField(model.rounds().lastName());
        name.setId("round-name");
        name.setPrefColumnCount(24);
        name.setPromptText(Words.text("round.example"));
        name.setAccessibleText(Words.text("round.name"));
        CheckBox date = new CheckBox(Words.text("round.date"));
        date.setId("round-date");
        Label note = Page.label(Words.text("round.note"), Styles.SECONDARY);
        note.setId("round-message");
        note.setMaxWidth(380);
        Button save = Page.button("round-save", Words.text("round.save"), () -> {});
        save.setOnAction(
                event -> {
                    if (name.getText().isBlank()) {
                        note.setText(Words.text("round.nameless"));
                        return;
                    }
                    model.saveRound(name.getText().strip(), date.isSelected());
                    if (model.rounds().failed().get()) {
                        note.setText(Words.text("round.failed"));
                    } else {
                        layer.close();
                    }
                });
        name.setOnAction(event -> save.fire());
        return new Node[] {
            Page.label(Words.text("round.title"), Styles.CARD_TITLE),
            new HBox(8, name, save),
            date,
            note
        };
    }
}
