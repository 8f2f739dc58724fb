package app.lacuna.desktop.parts.viewer;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.CopiedText;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.TextOfLines;
import app.lacuna.desktop.words.Words;
import app.lacuna.preview.TextPages;
import javafx.scene.control.TextArea;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** A text, page by page. */
final class TextStage extends VBox {
    TextStage(TextPages pages, CopiedText copied) {
        super(6);
        TextArea area =
                new TextOfLines() {
                    @Override
                    public void copy() {
                        super.copy();
                        copied.copied(getSelectedText());
                    }
                };
        area.setId("viewer-text");
        area.setEditable(false);
        area.getStyleClass().add(Styles.MONO);
        FieldName.give(area, Words.text("viewer.text-area"));
        VBox.setVgrow(area, Priority.ALWAYS);
        Pager pager =
                new Pager(
                        pages.count(),
                        page -> {
                            area.setText(pages.page(page));
                            area.positionCaret(0);
                        });
        getChildren().setAll(area, pager);
    }
}
