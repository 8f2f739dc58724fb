package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The sheet with the inside of the archive: find, add, the lines, what is ticked. */
public final class InsideSheet extends VBox {
    private final InsideModel model;
    private final InsideTable table;
    private final TextField find = new TextField();
    private final Label chosen = Page.label("", Styles.SECONDARY);
    private final Button tickFound;

    /**
     * @param buttons beside the field for finding
     * @param links what can be done with the marked or ticked lines
     */
    public InsideSheet(InsideModel model, InsideTable table, Button[] buttons, Button... links) {
        this.model = model;
        this.table = table;
        getStyleClass().add(Styles.SHEET);
        setId("inside-sheet");
        find.setId("find-inside");
        find.setPromptText(Words.text("open.find"));
        FieldName.give(find, Words.text("open.find"));
        find.setPrefColumnCount(11);
        find.textProperty().bindBidirectional(model.find());
        tickFound = Page.link("tick-found", "", model::chooseFound);
        Label title = Page.label(Words.text("open.inside"), Styles.CARD_TITLE);
        title.setMinWidth(USE_PREF_SIZE);
        HBox head = new HBox(8, title, Page.spacer(), tickFound, find);
        head.getChildren().addAll(buttons);
        head.getStyleClass().add(Styles.SHEET_HEAD);
        head.setAlignment(Pos.CENTER_LEFT);
        VBox.setVgrow(table, Priority.ALWAYS);
        table.setMinHeight(120);
        chosen.setId("chosen");
        chosen.setMinWidth(0);
        chosen.setWrapText(true);
        chosen.setMinHeight(USE_PREF_SIZE);
        HBox foot = new HBox(10, chosen, Page.spacer());
        foot.getChildren().add(new WrappingRow(10, links));
        foot.setAlignment(Pos.CENTER_LEFT);
        foot.getStyleClass().add(Styles.SHEET_FOOT);
        foot.setMinHeight(USE_PREF_SIZE);
        getChildren().setAll(head, table, foot);
        model.chosen().changes().addListener((property, before, now) -> write());
        model.rows().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        int found = model.rows().get().size();
        tickFound.setText(Words.text("open.tick-found", found));
        tickFound.setVisible(model.isFinding() && found > 0);
        tickFound.setManaged(tickFound.isVisible());
        int count = model.chosen().count();
        String bytes = Sizes.inWords(model.chosen().bytes());
        chosen.setText(
                model.isFinding() && count == 0
                        ? Words.text("open.found", found)
                        : Words.text("open.chosen", count, bytes));
    }

    public void find() {
        find.requestFocus();
        find.selectAll();
    }

    /** The marked line, if there is one. */
    public Optional<PlannedEntry> marked() {
        Node<PlannedEntry> node = table.getSelectionModel().getSelectedItem();
        return node == null ? Optional.empty() : node.value();
    }

    /** The path of the marked line: folders that only paths lead through have one too. */
    public Optional<Node<PlannedEntry>> markedNode() {
        return Optional.ofNullable(table.getSelectionModel().getSelectedItem());
    }

    public ReadOnlyObjectProperty<Node<PlannedEntry>> markedProperty() {
        return table.getSelectionModel().selectedItemProperty();
    }
}
