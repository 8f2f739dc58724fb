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

/** Rules for leaving out: patterns, and what programs leave lying about. */
final class RulesPopover {
    private final ContentsModel model;
    private final PopoverLayer layer;

    RulesPopover(ContentsModel model, PopoverLayer layer) {
        this.model = model;
        this.layer = layer;
    }

    Node[] content() {
        CheckBox junk = new CheckBox(Words.text("rules.junk"));
        junk.setId("rules-junk");
        junk.setSelected(model.isWithoutJunk());
        Label note = Page.label(Words.text("rules.note"), Styles.SECONDARY);
        note.setId("rules-note");
        Spoken.news(note);
        note.setMaxWidth(380);
        TakeField patterns =
                new TakeField(
                                "rules-patterns",
                                model.patterns(),
                                Page.button("rules-take", Words.text("popover.take"), () -> {}),
                                typed -> {
                                    if (model.leaveOut(typed, junk.isSelected())) {
                                        layer.close();
                                    } else {
                                        note.setText(Words.text("rules.nonsense"));
                                    }
                                })
                        .called(Words.text("rules.patterns"))
                        .prompting(Words.text("rules.example"))
                        .columns(26);
        return new Node[] {
            Page.label(Words.text("rules.title"), Styles.CARD_TITLE),
            junk,
            Page.label(Words.text("rules.patterns")),
            patterns,
            note
        };
    }
}
