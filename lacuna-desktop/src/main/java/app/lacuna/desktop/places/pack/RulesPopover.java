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
        TextField patterns = new TextField(model.patterns());
        patterns.setId("rules-patterns");
        patterns.setPrefColumnCount(26);
        patterns.setPromptText(Words.text("rules.example"));
        patterns.setAccessibleText(Words.text("rules.patterns"));
        Label note = Page.label(Words.text("rules.note"), Styles.SECONDARY);
        note.setId("rules-note");
        note.setMaxWidth(380);
        Button take = Page.button("rules-take", Words.text("popover.take"), () -> {});
        take.setOnAction(
                event -> {
                    if (model.leaveOut(patterns.getText(), junk.isSelected())) {
                        layer.close();
                    } else {
                        note.setText(Words.text("rules.nonsense"));
                    }
                });
        patterns.setOnAction(event -> take.fire());
        return new Node[] {
            Page.label(Words.text("rules.title"), Styles.CARD_TITLE),
            junk,
            Page.label(Words.text("rules.patterns")),
            new HBox(8, patterns, take),
            note
        };
    }
}
