package app.lacuna.desktop.parts.changing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import java.util.function.BiConsumer;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;

/** Another name or another place for a line of the archive. */
public final class RenamePopover {
    private final BiConsumer<String, String> move;

    /**
     * @param move told the old path and the new one
     */
    public RenamePopover(BiConsumer<String, String> move) {
        this.move = move;
    }

    public Node[] content(String path, Runnable close) {
        TextField field = new TextField(path);
        field.setId("rename-field");
        FieldName.give(field, Words.text("rename.title"));
        field.setPrefColumnCount(36);
        field.getStyleClass().add(Styles.MONO);
        Runnable take =
                () -> {
                    close.run();
                    move.accept(path, field.getText().strip());
                };
        field.setOnAction(event -> take.run());
        javafx.application.Platform.runLater(
                () -> field.selectRange(path.lastIndexOf('/') + 1, path.length()));
        Label note = Page.label(Words.text("rename.note"), Styles.SECONDARY);
        note.setMaxWidth(360);
        return new Node[] {
            Page.label(Words.text("rename.title"), Styles.CARD_TITLE),
            field,
            Page.button("rename-take", Words.text("popover.take"), take),
            note
        };
    }
}
