package app.lacuna.desktop.parts.password;

import app.lacuna.archive.PackOptions;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.TakeField;
import app.lacuna.desktop.words.Words;
import javafx.beans.property.StringProperty;
import javafx.scene.Node;
import javafx.scene.control.Label;

/** The hint, which everybody can read. One that gives the password away is not taken. */
final class HintPopover {
    private final NewPassword password;
    private final StringProperty hint;
    private final PopoverLayer layer;

    HintPopover(NewPassword password, StringProperty hint, PopoverLayer layer) {
        this.password = password;
        this.hint = hint;
        this.layer = layer;
    }

    Node[] content() {
        Label note = Page.label(Words.text("hint.note"), Styles.SECONDARY);
        note.setId("hint-note");
        Spoken.news(note);
        note.setMaxWidth(360);
        TakeField field =
                new TakeField(
                                "hint-field",
                                hint.get(),
                                Page.button("hint-take", Words.text("popover.take"), () -> {}),
                                typed -> take(typed.strip(), note))
                        .called(Words.text("hint.title"))
                        .columns(28);
        return new Node[] {Page.label(Words.text("hint.title"), Styles.CARD_TITLE), field, note};
    }

    private void take(String typed, Label note) {
        if (password.isGivenAwayBy(typed)) {
            refuse(note, "hint.gives-away");
        } else if (!PackOptions.isUsableNote(typed)) {
            refuse(note, "hint.unusable");
        } else {
            hint.set(typed);
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
