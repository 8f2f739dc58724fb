package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.TakeField;
import app.lacuna.desktop.words.Words;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;

/** Saves what the brief says, with the files and the rules, under a name. */
final class RoundPopover {
    private final PackViewModel model;
    private final PopoverLayer layer;
    private String toReplace = "";

    RoundPopover(PackViewModel model, PopoverLayer layer) {
        this.model = model;
        this.layer = layer;
    }

    Node[] content() {
        toReplace = "";
        CheckBox date = new CheckBox(Words.text("round.date"));
        date.setId("round-date");
        Label note = Page.label(Words.text("round.note"), Styles.SECONDARY);
        note.setId("round-message");
        Spoken.news(note);
        note.setMaxWidth(380);
        TakeField name =
                new TakeField(
                                "round-name",
                                model.savedAs(),
                                Page.button("round-save", Words.text("round.save"), () -> {}),
                                typed -> save(typed.strip(), date.isSelected(), note))
                        .called(Words.text("round.name"))
                        .prompting(Words.text("round.example"))
                        .columns(24);
        return new Node[] {
            Page.label(Words.text("round.title"), Styles.CARD_TITLE), name, date, note
        };
    }

    private void save(String name, boolean withDate, Label note) {
        if (name.isEmpty()) {
            note.setText(Words.text("round.nameless"));
            return;
        }
        if (model.rounds().isBackup(name)) {
            note.setText(Words.text("round.taken"));
            return;
        }
        if (model.rounds().isSaved(name)
                && !name.equals(model.savedAs())
                && !name.equals(toReplace)) {
            toReplace = name;
            note.setText(Words.text("round.exists", name));
            return;
        }
        new RoundOfPage(model).save(name, withDate);
        if (model.rounds().failed().get()) {
            note.setText(Words.text("round.failed"));
        } else {
            layer.close();
        }
    }
}
