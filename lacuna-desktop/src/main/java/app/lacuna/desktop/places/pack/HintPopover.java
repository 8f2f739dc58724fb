package app.lacuna.desktop.places.pack;

import app.lacuna.archive.PackOptions;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.TakeField;
import app.lacuna.desktop.words.Words;
import javafx.scene.Node;
import javafx.scene.control.Label;

/** The hint, which everybody can read. One that gives the password away is not taken. */
final class HintPopover {
    private final PackViewModel model;
    private final PopoverLayer layer;

    HintPopover(PackViewModel model, PopoverLayer layer) {
        this.model = model;
        this.layer = layer;
    }

    Node[] content() {
        Label note = Page.label(Words.text("hint.note"), Styles.SECONDARY);
        note.setId("hint-note");
        note.setMaxWidth(360);
        TakeField field =
                new TakeField(
                                "hint-field",
                                model.form().hint().get(),
                                Page.button("hint-take", Words.text("popover.take"), () -> {}),
                                typed -> take(typed.strip(), note))
                        .called(Words.text("hint.title"))
                        .columns(28);
        return new Node[] {Page.label(Words.text("hint.title"), Styles.CARD_TITLE), field, note};
    }

    private void take(String hint, Label note) {
        if (model.hintGivesPasswordAway(hint)) {
            refuse(note, "hint.gives-away");
        } else if (!PackOptions.isUsableNote(hint)) {
            refuse(note, "hint.unusable");
        } else {
            model.form().hint().set(hint);
            layer.close();
        }
    }

    private static void refuse(Label note, String key) {
        note.setText(Words.text(key));
        note.getStyleClass().remove(Styles.SECONDARY);
        if (!note.getStyleClass().contains(Styles.READABLE)) {
            note.getStyleClass().add(Styles.READABLE);
        }
    }
}
