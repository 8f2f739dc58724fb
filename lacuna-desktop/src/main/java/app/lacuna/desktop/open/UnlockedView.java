package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.Columns;
import app.lacuna.desktop.control.MessageStrip;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.Words;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The Open place with an open archive: what is inside at the left, the viewer at the right. */
final class UnlockedView {
    private static final double RIGHT_WIDTH = 480;

    private final OpenViewModel model;
    private final VBox node;
    private final InsideTree tree;

    UnlockedView(OpenViewModel model) {
        this.model = model;
        tree = new InsideTree(model);
        Columns columns = new Columns(insideSheet(), new ViewerSheet(model.viewer()), RIGHT_WIDTH);
        VBox.setVgrow(columns, Priority.ALWAYS);
        node =
                new VBox(
                        12,
                        new MessageStrip(model.failure()),
                        new MessageStrip(model.extract().failure()),
                        new ConflictPanel(model.extract()),
                        new ExtractReportStrip(model.extract()),
                        columns);
    }

    Node node() {
        return node;
    }

    void focus() {
        tree.requestFocus();
    }

    private VBox insideSheet() {
        HBox head = new HBox(Page.label(Words.text("open.inside"), Styles.CARD_TITLE));
        head.getStyleClass().add(Styles.SHEET_HEAD);
        head.setAlignment(Pos.CENTER_LEFT);
        VBox.setVgrow(tree, Priority.ALWAYS);
        tree.setMinHeight(120);
        Label chosen = Page.label("", Styles.SECONDARY);
        chosen.setId("chosen");
        HBox foot = new HBox(chosen);
        foot.getStyleClass().add(Styles.SHEET_FOOT);
        model.chosen()
                .changes()
                .addListener((property, before, now) -> chosen.setText(chosenWords()));
        chosen.setText(chosenWords());
        VBox sheet = new VBox(head, tree, foot);
        sheet.getStyleClass().add(Styles.SHEET);
        return sheet;
    }

    private String chosenWords() {
        if (model.state().get() != OpenState.UNLOCKED) {
            return "";
        }
        List<ArchiveEntry> chosen = model.chosen().of(model.listing().entries());
        long bytes = chosen.stream().mapToLong(ArchiveEntry::size).sum();
        return Words.text("open.chosen", chosen.size(), ByteCount.inWords(bytes));
    }
}
