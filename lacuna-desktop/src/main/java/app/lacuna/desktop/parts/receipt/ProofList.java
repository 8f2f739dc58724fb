package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Words;
import app.lacuna.verify.ProofEntry;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** Every item with its verdict. */
final class ProofList extends VBox {
    ProofList(ProofReport report) {
        getStyleClass().add(Styles.SHEET);
        ListView<ProofEntry> list =
                new ListView<>(FXCollections.observableArrayList(report.entries()));
        list.setId("proof-list");
        list.setAccessibleText(Words.text("receipt.list"));
        list.setCellFactory(view -> new Cell());
        list.setMinHeight(120);
        VBox.setVgrow(list, Priority.ALWAYS);
        HBox head = new HBox(Page.label(Words.text("receipt.list"), Styles.CARD_TITLE));
        head.getStyleClass().add(Styles.SHEET_HEAD);
        getChildren().setAll(head, list);
    }

    private static final class Cell extends ListCell<ProofEntry> {
        @Override
        protected void updateItem(ProofEntry entry, boolean empty) {
            super.updateItem(entry, empty);
            if (empty || entry == null) {
                setGraphic(null);
                return;
            }
            boolean good = entry.verdict() == Verdict.IDENTICAL;
            Label path = new Label(entry.path());
            path.setMinWidth(0);
            HBox.setHgrow(path, Priority.ALWAYS);
            path.setMaxWidth(Double.MAX_VALUE);
            path.setTextOverrun(javafx.scene.control.OverrunStyle.LEADING_ELLIPSIS);
            Label verdict = new Label(Words.text("verdict." + entry.verdict()));
            verdict.getStyleClass()
                    .addAll(Styles.CAPTION, good ? Styles.PROTECTED : Styles.ATTENTION);
            verdict.setMinWidth(USE_PREF_SIZE);
            HBox row =
                    new HBox(
                            8,
                            new Mark(good ? Mark.Meaning.DONE : Mark.Meaning.STILL_READABLE, 4),
                            path,
                            verdict);
            row.setAlignment(Pos.CENTER_LEFT);
            row.setMaxWidth(USE_PREF_SIZE);
            row.prefWidthProperty().bind(getListView().widthProperty().subtract(34));
            setGraphic(row);
        }
    }
}
